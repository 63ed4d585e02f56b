import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { server } from '../../server/api.ts';
import { GiveFile } from '../../parts/GiveFile.tsx';
import { say } from '../../locale/say.ts';

/** Takes in a vendor's despatch advice, so that the receipt is filled in before the lorry comes. */
export function GiveAdvice() {
  const navigate = useNavigate();
  const [keep, keeping] = server.useKeepAdviceMutation();
  const give = async (content: string) => {
    const kept = await keep({ params: { id: crypto.randomUUID() }, body: { content } });
    if (!kept.data) return;
    toast.success(say('receiving.is_announced', { number: kept.data.number, name: kept.data.vendor.name }));
    void navigate(`/receiving/${kept.data.vendor.id}`);
  };
  return (
    <GiveFile
      says={say('receiving.advice_came')}
      label={say('receiving.advice_file')}
      accept=".xml,.csv,.xlsx,text/xml,application/xml,text/csv"
      taking={keeping}
      onGive={give}
    />
  );
}
