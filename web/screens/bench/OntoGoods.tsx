import { BASES, BASIS_NAMES } from '@obolus/contract/kinds/allocation';
import type { RefusalView } from '@obolus/contract/commands';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { type ChargeKind, usualBasis } from '../../parts/chargeKinds.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { isZero } from '../../parts/exact.ts';
import { server } from '../../server/api.ts';
import { useMayPost } from '../../server/me.ts';
import type { Basis } from '../landing/sheet.ts';
import { useVendor } from '../../server/known.ts';
import type { BillBody, Onto } from './billBody.ts';
import { type Charging, receiptFor, shipmentsFor } from './chargeGoods.ts';
import { ChargeRates } from './ChargeRates.tsx';

/** Where the charges of a bill go when it is posted: onto its own goods, those of a shipment, or nowhere yet. */
export function OntoGoods({
  body,
  change,
  kinds,
  hasGoods,
  refusals,
}: {
  body: BillBody;
  change: (to: Partial<BillBody>) => void;
  kinds: readonly ChargeKind[];
  /** Whether goods of the bill are here. */
  hasGoods: boolean;
  refusals: readonly RefusalView[];
}) {
  const shipments = server.useShipmentsQuery();
  const [received] = server.useLazyReceivedLinesQuery();
  const mayAllocate = useMayPost('allocation');
  const charged = body.further.filter(
    ({ what, amount }) => amount && kinds.some((kind) => kind.isCost && kind.code === what),
  );
  if (charged.length === 0 || !mayAllocate) return null;
  const { onto } = body;
  const goods =
    onto?.what === 'goods'
      ? onto.lines
      : onto
        ? Object.keys(body.billed).filter((line) => body.billed[line]?.quantity)
        : [];
  const choose = async (to: string) => {
    if (to === 'goods') return;
    if (!to.startsWith('shipment ')) return change({ onto: to === 'billed' ? { what: 'billed' } : undefined });
    const shipment = to.slice('shipment '.length);
    const found = await received({ query: { shipment } }, true);
    if (found.data)
      change({
        onto: goodsOf(
          shipment,
          found.data.rows.map(({ line }) => line),
        ),
      });
  };
  const wrong = refusals.find(({ at }) => at.startsWith('/land'))?.at;
  return (
    <>
      <div className="fields pb-4">
        <Field name={say('bench.onto_goods')} wide>
          <Choice
            label={say('bench.onto_goods')}
            value={onto?.what === 'goods' ? 'goods' : (onto?.what ?? '')}
            wrong={wrong && wrongAt(refusals, wrong)}
            options={[
              ['', say('bench.onto_later')],
              ...(hasGoods ? [['billed', say('bench.onto_billed')] as const] : []),
              ...(onto?.what === 'goods'
                ? [['goods', say('bench.onto_named', { title: onto.title, lines: onto.lines.length })] as const]
                : []),
              ...(shipments.data?.rows ?? [])
                .filter(({ goods }) => !isZero(goods))
                .map(({ number }) => [`shipment ${number}`, say('bench.onto_shipment', { number })] as const),
            ]}
            onChange={(to) => void choose(to)}
          />
        </Field>
        {onto?.what === 'goods' && onto.named && (
          <p className="dim self-end pb-1">{say('bench.onto_named_on_paper')}</p>
        )}
        {onto &&
          charged.map(({ what }) => (
            <Field key={what} name={say('bench.basis_of', { kind: what })}>
              <Choice
                label={say('bench.basis_of', { kind: what })}
                value={body.basisOf?.[what] ?? usualBasis(kinds, what)}
                options={BASES.filter((basis) => basis !== 'manual').map((basis) => [basis, say(BASIS_NAMES[basis])])}
                onChange={(basis) => change({ basisOf: { ...body.basisOf, [what]: basis as Basis } })}
              />
            </Field>
          ))}
      </div>
      {!onto && (
        <Proposals
          asked={{ vendor: body.vendor, date: body.date, kinds: charged.map(({ what }) => what) }}
          {...{ choose, change }}
        />
      )}
      {onto && <ChargeRates {...{ charged, goods, body, change }} />}
    </>
  );
}

/** Goods that the charges may belong to where no paper names any, each with why. */
function Proposals({
  asked,
  choose,
  change,
}: {
  asked: Charging;
  choose: (to: string) => unknown;
  change: (to: Partial<BillBody>) => void;
}) {
  const shipments = server.useShipmentsQuery();
  const party = useVendor(asked.vendor);
  const sent = server.useReceivedLinesQuery({ query: { find: party?.name ?? '' } }, { skip: !party });
  const proposed = shipmentsFor(shipments.data?.rows ?? [], asked);
  const own = receiptFor(sent.currentData?.rows ?? [], asked);
  if (proposed.length === 0 && !own) return null;
  return (
    <ul className="pb-3" aria-label={say('landing.onto_proposed')}>
      {proposed.map((one) => (
        <li key={one.shipment}>
          <button type="button" className="act" onClick={() => void choose(`shipment ${one.shipment}`)}>
            {say('bench.onto_shipment', { number: one.shipment })}
          </button>{' '}
          <span className="dim">
            {[
              one.isCarrier && say('shipments.by_carrier'),
              one.missing.length > 0 && say('landing.onto_missing', { kinds: { list: [...one.missing] } }),
              one.came && say('landing.onto_came', { day: { day: one.came } }),
            ]
              .filter(Boolean)
              .join(', ')}
          </span>
        </li>
      ))}
      {own?.[0] && (
        <li>
          <button
            type="button"
            className="act"
            onClick={() =>
              change({
                onto: goodsOf(
                  own[0]?.receipt.number ?? '',
                  own.map(({ line }) => line),
                ),
              })
            }
          >
            {own[0].receipt.number}
          </button>{' '}
          <span className="dim">
            {say('landing.onto_own', { vendor: party?.name ?? '' })},{' '}
            {say('landing.onto_came', { day: { day: own[0].receipt.date } })}
          </span>
        </li>
      )}
    </ul>
  );
}

const goodsOf = (title: string, lines: readonly string[]): Onto => ({ what: 'goods', title, lines });
