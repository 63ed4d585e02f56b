import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { saidAgainst, server } from '../../app/api.ts';
import { inBase64 } from '../../parts/inBase64.ts';

/** Takes in a vendor's despatch advice, so that the receipt is filled in before the lorry comes. */
export function GiveAdvice() {
  const navigate = useNavigate();
  const [keep, keeping] = server.useKeepAdviceMutation();
  const give = async (file: File | undefined) => {
    if (!file) return;
    const kept = await keep({ params: { id: crypto.randomUUID() }, body: { content: await inBase64(file) } });
    if (!kept.data) return;
    toast.success(`${kept.data.number} of ${kept.data.vendor.name} is announced.`);
    void navigate(`/receiving/${kept.data.vendor.id}`);
  };
  return (
    <div className="p-3">
      <label className="act cursor-pointer focus-within:outline-2 focus-within:outline-bronze">
        {keeping.isLoading ? 'Reading …' : 'A despatch advice came'}
        <input
          type="file"
          accept=".xml,.csv,.xlsx,text/xml,application/xml,text/csv"
          className="sr-only"
          aria-label="Despatch advice, UBL or CSV"
          onChange={(event) => void give(event.target.files?.[0]).then(() => (event.target.value = ''))}
        />
      </label>
      {keeping.isError && (
        <p className="wrong" role="alert">
          {saidAgainst(keeping.error)}
        </p>
      )}
    </div>
  );
}
