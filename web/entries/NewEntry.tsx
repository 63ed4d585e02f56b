import { Dialog } from 'radix-ui';
import { toast } from 'sonner';
import { type EntryFields, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { EntryForm } from './EntryForm.tsx';

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
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card wide p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">New {one}</Dialog.Title>
          <EntryForm
            register={register}
            begin={begin}
            onSaved={(id, fields) => {
              toast.success(`${fields.name ?? 'It'} is set up.`);
              onMade(id);
            }}
          >
            <Dialog.Close className="btn quiet">Leave it</Dialog.Close>
          </EntryForm>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
