import { useNavigate } from 'react-router';
import { server } from '../../app/api.ts';
import { GiveFile } from '../../parts/GiveFile.tsx';

/** Takes in a vendor's bill and opens it with what is proposed for it. */
export function GiveBill() {
  const navigate = useNavigate();
  const [take, taking] = server.useTakeBillInMutation();
  const give = async (content: string) => {
    const { data } = await take({ params: { id: crypto.randomUUID() }, body: { content } });
    if (data) void navigate(`/bench/${data.vendor}/${data.draft}`);
  };
  return (
    <GiveFile
      says="A bill came as a file"
      label="Bill, UBL Invoice or Cross Industry Invoice"
      accept=".xml,text/xml,application/xml"
      taking={taking}
      onGive={give}
    />
  );
}
