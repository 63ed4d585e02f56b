import { useHotkeys } from 'react-hotkeys-hook';
import { useMe } from '../server/me.ts';
import { type Key, type KeyName, KEYS } from './keys.ts';

const inDialog = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element && target.closest('[role=dialog]') !== null;

/**
 * Listens to a key of the registry, wherever the focus is: a key alone not in fields, nor where it was switched off; none below
 * what is open over the screen.
 */
export function useKey(name: KeyName, does: () => void, { when = true } = {}): void {
  const { keys, alone }: Key = KEYS[name];
  const { preferences } = useMe();
  useHotkeys(keys, does, {
    useKey: true,
    preventDefault: true,
    enabled: when && !(alone && preferences.keysAlone === 'off'),
    enableOnFormTags: !alone,
    ignoreEventWhen: inDialog,
  });
}
