import { Dialog } from 'radix-ui';
import { Link } from 'react-router';
import { KEYS, type Key, type KeyName } from '../keys/keys.ts';
import { shownKey } from '../keys/shownKey.ts';
import { say } from '../locale/say.ts';
import { Sheet } from '../parts/Sheet.tsx';
import { useMe } from '../server/me.ts';

const ALL: Readonly<Record<KeyName, Key>> = KEYS;
const NAMES = Object.keys(KEYS) as KeyName[];
const PLACES = [...new Set(NAMES.map((name) => ALL[name].where))];

/** Every key, by where it works. */
export function Shortcuts({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const isOff = useMe().preferences.keysAlone === 'off';
  const keysOf = (where: Key['where']) =>
    NAMES.filter((name) => ALL[name].where === where && !(isOff && ALL[name].alone));
  return (
    <Sheet title={say('frame.keys')} open={open} onOpenChange={onOpenChange} className="wide">
      <div className="columns-2 gap-10">
        {PLACES.map((where) => (
          <section key={where} className="break-inside-avoid pb-4" aria-label={say(where)}>
            <h2 className="cap pb-1">{say(where)}</h2>
            <dl className="grid grid-cols-[112px_1fr] gap-y-1.5">
              {keysOf(where).map((name) => (
                <div key={name} className="contents">
                  <dt>
                    <kbd>{shownKey(name)}</kbd>
                  </dt>
                  <dd>{say(ALL[name].does)}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      {isOff && (
        <p className="dim pb-3">
          {say('keys.alone_off')}{' '}
          <Link className="act" to="/setup/preferences" onClick={() => onOpenChange(false)}>
            {say('setUp.preferences')}
          </Link>
        </p>
      )}
      <Dialog.Close className="btn quiet">{say('frame.close')}</Dialog.Close>
    </Sheet>
  );
}
