import { Link, useParams } from 'react-router';
import type { PreviewReply } from '@obolus/contract/commands';
import { isAgreed } from '@obolus/contract/kinds/vendorStatement';
import { DateField } from '../../../drafts/HeaderFields.tsx';
import { useDraft, wrongAt } from '../../../drafts/useDraft.ts';
import { Drafts } from '../../../drafts/Drafts.tsx';
import { Footing } from '../../../frame/Footing.tsx';
import { showFigure } from '../../../locale/figures.ts';
import { WriteLetter } from '../../../letters/WriteLetter.tsx';
import { say } from '../../../locale/say.ts';
import { Cell, Field } from '../../../parts/Cells.tsx';
import { DateCell } from '../../../parts/DateCell.tsx';
import { difference, isZero } from '../../../parts/exact.ts';
import { FigureCell } from '../../../parts/FigureCell.tsx';
import { GiveFile } from '../../../parts/GiveFile.tsx';
import { Head } from '../../../parts/Head.tsx';
import { server } from '../../../server/api.ts';
import { useVendor, useVendors } from '../../../server/known.ts';
import { useMayPost, useMe } from '../../../server/me.ts';
import { OnlyHere } from './OnlyHere.tsx';
import { StatementGrid } from './StatementGrid.tsx';
import { statementLetter } from './statementLetter.ts';
import { type Body, isBlank, linesRead, NO_LINE, statementBody } from './statementLines.ts';

/** A vendor's statement laid beside our account, line by line, and kept with the balance that both sides agree upon. */
export function VendorStatement() {
  const { vendor = '', draft = '' } = useParams();
  const { company } = useMe();
  const known = useVendors([vendor]);
  const currencyOf = ({ currency }: Body) => currency || known[vendor]?.currency || company.currency;
  const entering = useDraft<'vendor-statement', Body>({
    kind: 'vendor-statement',
    id: draft,
    blank: () => ({
      vendor,
      currency: '',
      date: company.today,
      from: '',
      reference: '',
      opening: '',
      closing: '',
      agreed: '',
      note: '',
      lines: [NO_LINE],
    }),
    toCommand: (body) => statementBody(body, currencyOf(body)),
    title: (body) => body.reference,
  });
  const mayKeep = useMayPost('vendor-statement');
  const [read, reading] = server.useReadAccountStatementMutation();
  const named = useVendor(vendor);
  const { body, change, refusals, preview } = entering;
  if (!body) return null;
  const currency = currencyOf(body);
  const statement = preview?.statement ?? null;
  const take = async (content: string) => {
    const { data } = await read({ body: { content } });
    if (!data) return;
    const found = linesRead(data, company.today);
    change({ ...found, lines: [...body.lines.filter((line) => !isBlank(line)), ...found.lines] });
  };
  return (
    <div className="screen">
      <Head title={named?.name ?? ''} more={say('kind.vendor-statement')} about={say('payables.statement_about')}>
        {mayKeep && named && statement?.beside.some(({ found }) => !isAgreed(found)) && (
          <WriteLetter
            vendor={{ id: vendor, name: named.name }}
            trigger={say('payables.write_about')}
            letter={(speaker) => statementLetter(body, { vendor: named.name, currency }, statement.beside, speaker)}
          />
        )}
        <Link className="btn quiet" to={`/payables/vendors/${vendor}`}>
          {say('payables.vendor_account')}
        </Link>
      </Head>
      <div className="body">
        <Drafts of={['vendor-statement']} but={draft} />
        <div className="fields">
          <Field name={say('document.statement_number')}>
            <Cell
              label={say('document.statement_number')}
              autoFocus
              value={body.reference}
              wrong={wrongAt(refusals, '/reference')}
              onChange={(reference) => change({ reference })}
            />
          </Field>
          <DateField name={say('payables.statement_day')} body={body} change={change} refusals={refusals} />
          <Field name={say('payables.statement_from')}>
            <DateCell
              label={say('payables.statement_from')}
              value={body.from}
              wrong={wrongAt(refusals, '/from')}
              onChange={(from) => change({ from })}
            />
          </Field>
          <Field name={say('word.currency')}>
            <Cell
              label={say('word.currency')}
              value={currency}
              wrong={wrongAt(refusals, '/currency')}
              onChange={(said) => change({ currency: said.toUpperCase() })}
            />
          </Field>
          {body.from !== '' && (
            <Field name={say('payables.brought_forward')}>
              <FigureCell
                label={say('payables.brought_forward')}
                value={body.opening}
                placeholder="0"
                wrong={wrongAt(refusals, '/opening')}
                onChange={(opening) => change({ opening })}
              />
            </Field>
          )}
          <Field name={say('payables.statement_theirs')}>
            <FigureCell
              label={say('payables.statement_theirs')}
              value={body.closing}
              wrong={wrongAt(refusals, '/closing')}
              onChange={(closing) => change({ closing })}
            />
          </Field>
          <Field name={say('payables.agreed_balance')}>
            <FigureCell
              label={say('payables.agreed_balance')}
              value={body.agreed}
              placeholder={showFigure(statement?.own.closing ?? '')}
              wrong={wrongAt(refusals, '/agreed')}
              onChange={(agreed) => change({ agreed })}
            />
          </Field>
          <Field name={say('word.note')} wide>
            <Cell label={say('word.note')} value={body.note} onChange={(note) => change({ note })} />
          </Field>
        </div>
        <StatementGrid {...{ body, currency, change, refusals, statement }}>
          {mayKeep && (
            <GiveFile
              says={say('payables.read_statement')}
              label={say('payables.read_statement')}
              accept=".csv,.xlsx,text/csv"
              taking={reading}
              onGive={take}
            />
          )}
        </StatementGrid>
        <OnlyHere statement={statement} currency={currency} />
      </div>
      <Footing
        entering={entering}
        allowed={mayKeep}
        action={say('payables.keep_statement')}
        waitingFor={say('payables.begin_statement')}
        note={<Balances body={body} statement={statement} currency={currency} />}
      />
    </div>
  );
}

/** Both balances with what lies between them, and how many lines still differ. */
function Balances({
  body,
  statement,
  currency,
}: {
  body: Body;
  statement: PreviewReply['statement'];
  currency: string;
}) {
  if (!statement) return null;
  // Until their balance is typed there is nothing to compare ours with.
  const apart = body.closing === '' ? '' : (difference(body.closing, statement.own.closing) ?? '');
  const open = statement.beside.filter(({ found }) => !isAgreed(found)).length;
  const lines = [
    ['payables.statement_theirs', body.closing],
    ['payables.statement_ours', statement.own.closing],
    ['word.difference', apart],
  ] as const;
  return (
    <>
      <dl className="grid grid-cols-[auto_auto] gap-x-6 w-fit">
        {lines.map(([name, amount]) => (
          <div key={name} className="contents">
            <dt>{say(name)}</dt>
            <dd className={`num ${name === 'word.difference' && apart !== '' && !isZero(apart) ? 'text-over' : ''}`}>
              {amount !== '' && (
                <>
                  {showFigure(amount)} <span className="dim">{currency}</span>
                </>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <p className="dim pt-1">{say('payables.lines_differ', { open, agreed: statement.beside.length - open })}</p>
    </>
  );
}
