import { Link } from 'react-router';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { Head } from '../../parts/Head.tsx';

/** Every receipt, and what of it is not billed yet. */
export function Receipts() {
  const { company } = useMe();
  return (
    <div className="screen">
      <Head
        title="Goods receipts"
        about={`What came, found by its packing slip, shipment or order; amounts in ${company.currency} at what it was received for`}
      >
        <Link className="btn quiet" to="/receiving">
          Receive goods
        </Link>
      </Head>
      <div className="body">
        <List
          list="receipts"
          empty={
            <>
              <h2>Nothing has come yet</h2>
              <p>When goods are received against an order, the receipt stands here.</p>
            </>
          }
        />
      </div>
    </div>
  );
}
