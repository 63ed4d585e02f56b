import { DropdownMenu } from 'radix-ui';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { say } from '../../locale/say.ts';

const DEAD_TIME = 4;

/** The codes of what waits, as they would be printed on the goods: elements of GS1 with a lot or a serial number where the goods have one. */
export function codesOf(lines: readonly OpenOrderLine[]): { label: string; code: string }[] {
  return lines.flatMap(({ item, order, line }, at) =>
    item.codes.slice(0, 2).map(({ code, unit }) => {
      const own = `${order.number.replace(/\D/g, '')}${line.split('/')[1] ?? ''}${at}`;
      const more =
        item.tracking === 'serial' ? `(21)SIM-${own}` : item.tracking === 'lot' ? `(17)301231(10)SIM-${own}` : '';
      return {
        label: `${item.name}${unit ? `, ${unit}` : ''}, ${order.number}`,
        code: `(01)${code.padStart(14, '0')}${more}`,
      };
    }),
  );
}

/** Types into a field as a keyboard-wedge scanner does: one key after the other, then Enter. */
async function typeInto(field: HTMLInputElement, text: string): Promise<void> {
  field.focus();
  for (const key of text) {
    field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    field.setRangeText(key, field.selectionStart ?? 0, field.selectionEnd ?? 0, 'end');
    field.dispatchEvent(new InputEvent('input', { data: key, inputType: 'insertText', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, DEAD_TIME));
  }
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
}

/** A stand-in for a scanner, for the demo and for tests: it scans what is chosen into the field where codes go. */
export function ScannerStandIn({ lines }: { lines: readonly OpenOrderLine[] }) {
  const scan = (code: string) => {
    const field = document.querySelector<HTMLInputElement>('.scan input');
    // The menu gives the focus back first.
    if (field) setTimeout(() => void typeInto(field, code), 60);
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="btn quiet">{say('receiving.simulated_scanner')}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
          {codesOf(lines).map(({ label, code }) => (
            <DropdownMenu.Item key={`${label} ${code}`} className="item" onSelect={() => scan(code)}>
              <span>{label}</span>
              <span className="dim">{code}</span>
            </DropdownMenu.Item>
          ))}
          {codesOf(lines).length === 0 && <p className="dim px-3">{say('receiving.no_codes')}</p>}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
