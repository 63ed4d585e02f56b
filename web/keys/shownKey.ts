import { say } from '../locale/say.ts';
import { KEYS, type Key, type KeyName } from './keys.ts';

const isMac = (): boolean => /mac/i.test(navigator.userAgent);

const SIGNS: Readonly<Record<string, string>> = { enter: '↵', up: '↑', down: '↓', left: '←', right: '→' };

/** A key as it is printed on keyboards in the language that is read here. */
function printed(key: string): string {
  switch (key) {
    case 'mod':
      return isMac() ? '⌘' : say('keys.ctrl');
    case 'alt':
      return isMac() ? '⌥' : say('keys.alt');
    case 'shift':
      return say('keys.shift');
    case 'backspace':
      return say('keys.backspace');
    case 'escape':
      return say('keys.escape');
    case 'delete':
      return say('keys.delete');
    default:
      return SIGNS[key] ?? key.toUpperCase();
  }
}

/** What is pressed, like `Ctrl K`. */
export function shownKey(name: KeyName): string {
  const { keys }: Key = KEYS[name];
  const ways = keys.split(',');
  return ways
    .filter((way) => !ways.some((other) => way === `shift+${other}`))
    .map((way) => way.split('+').map(printed).join(' '))
    .join(' ');
}
