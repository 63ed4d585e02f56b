import { useParams } from 'react-router';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { server } from '../../server/api.ts';
import { Paper } from '../../papers/Paper.tsx';

/** The paper of a bill by itself. */
export function PaperPage() {
  const { paper = '' } = useParams();
  const read = server.useReadableBillQuery({ params: { id: paper } });
  return (
    <div className="screen">
      <Head title={read.currentData?.number || say('parts.paper_of_bill')} about={say('papers.as_it_is_read')} />
      <div className="body">
        <div className="paper-alone">
          <Paper paper={paper} />
        </div>
      </div>
    </div>
  );
}
