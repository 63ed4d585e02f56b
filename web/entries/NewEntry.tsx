import { Dialog } from 'radix-ui';
import { toast } from 'sonner';
import { type EntryFields, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { EntryForm } from './EntryForm.tsx';
import { Sheet } from '../parts/Sheet.tsx';
import { say } from '../locale/say.ts';

interface Props {
  readonly register: RegisterName;
  /** What is known of it already. */
  readonly begin: EntryFields;
  readonly onMade: (id: string) => void;
  readonly onClose: () => void;
}

/** Sets up a new entry over the work that needs it; the work goes on where it was left. */
export function NewEntry({ register, begin, onMade, onClose }: Props) {
  const { one } = REGISTERS[register];
  return (
    <Sheet
      title={say('entries.new', { one: { word: one } })}
      className="wide"
      onOpenChange={(open) => !open && onClose()}
    >
      <EntryForm
        register={register}
        begin={begin}
        onSaved={(id, fields) => {
          toast.success(fields.name ? say('entries.is_set_up', { name: fields.name }) : say('entries.set_up_unnamed'));
          onMade(id);
        }}
      >
        <Dialog.Close className="btn quiet">{say('parts.cancel')}</Dialog.Close>
      </EntryForm>
    </Sheet>
  );
}
