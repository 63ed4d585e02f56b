import { Cut } from '../../parts/Cut.tsx';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  type EntryImport,
  FIGURE_STYLES,
  type FigureStyle,
  IMPORT_KINDS,
  type ImportKind,
  isEntryImport,
  MAY_IMPORT,
} from '@obolus/contract/imports';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Role } from '@obolus/contract/roles';
import type { ImportView } from '@obolus/contract/views/drafts';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { formats } from '../../locale/formats.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Head } from '../../parts/Head.tsx';
import { inBase64 } from '../../parts/inBase64.ts';
import { Problem } from '../../parts/Problem.tsx';
import { withHeader } from './pasted.ts';
import { SetUpIndex } from './SetUpIndex.tsx';
import { say, sayAll } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

const COLUMNS: Readonly<Record<Exclude<ImportKind, EntryImport>, string>> = {
  'opening-stock': 'item, warehouse, date, quantity, value, lots (A-1: 20 | A-2: 16)',
  orders: 'order, vendor, date, warehouse, item, quantity, price, currency, unit, discount, due',
  receipts: 'receipt, vendor, date, warehouse, order, item, quantity, line, unit, lots, packing_slip, shipment',
};

const nameOf = (kind: ImportKind): string => say(isEntryImport(kind) ? REGISTERS[kind].title : `imports.${kind}`);
/** As they head the file. */
const columnsOf = (kind: ImportKind): string[] =>
  isEntryImport(kind) ? REGISTERS[kind].fields.map(({ name }) => name) : COLUMNS[kind].split(', ');

/** The same without how they are written. */
const namesOf = (kind: ImportKind): string[] => columnsOf(kind).map((column) => column.split(' ')[0] ?? '');

/** CSV and XLSX files in, and rows that are pasted: staged, checked line by line, loaded only when all is right or what is wrong is left out. */
export function Imports() {
  const { import: id } = useParams();
  return (
    <div className="aside">
      <Earlier here={id} />
      {id ? <Staged id={id} /> : <Choosing />}
    </div>
  );
}

function Earlier({ here }: { here: string | undefined }) {
  const imports = server.useImportsQuery();
  return (
    <SetUpIndex>
      {(imports.data?.rows ?? []).map((entry) => (
        <Link key={entry.id} className="pick" to={`/setup/imports/${entry.id}`} aria-current={entry.id === here}>
          <span>
            <b className="strong">{nameOf(entry.kind)}</b>
            {entry.loaded}/{entry.total}
          </span>
          <small>
            {entry.fileName} · {say(`setUp.state_${entry.state}`)}
          </small>
        </Link>
      ))}
      <Cut list={imports.data} />
    </SetUpIndex>
  );
}

/** As whoever is signed in writes figures. */
function ownStyle(): FigureStyle {
  const { decimal, group, size } = formats().separators;
  if (decimal === ',') return group === '.' ? '1.234,50' : '1 234,50';
  return size === 2 ? '12,34,567.50' : group === '’' ? '1’234.50' : '1,234.50';
}

function Choosing() {
  const { user } = useMe();
  const navigate = useNavigate();
  const [stage, result] = server.useStageImportMutation();
  const [kind, setKind] = useState<ImportKind>('items');
  const [figures, setFigures] = useState(ownStyle);
  const allowed = IMPORT_KINDS.filter((entry) => (MAY_IMPORT[entry] as readonly Role[]).includes(user.role));
  const read = async (file: File | undefined) => {
    if (!file) return;
    const id = crypto.randomUUID();
    const staged = await stage({
      params: { id },
      body: { kind, fileName: file.name.slice(0, 200), content: await inBase64(file), figures },
    });
    if (staged.data) void navigate(`/setup/imports/${id}`);
  };
  if (allowed.length === 0) {
    return (
      <div className="body">
        <Empty
          title={say('setUp.nothing_for_role', { role: { word: `role.${user.role}` } })}
          more={say('setUp.who_imports')}
        />
      </div>
    );
  }
  return (
    <div className="screen">
      <Head title={say('setUp.import')} about={say('setUp.import_about')} />
      <div className="body max-w-[720px]">
        <fieldset className="pb-4">
          <legend className="cap">{say('setUp.what_holds')}</legend>
          {allowed.map((entry) => (
            <label key={entry} className="flex gap-3 py-1.5 border-b border-rule cursor-pointer">
              <input
                type="radio"
                name="kind"
                className="accent-bronze"
                checked={kind === entry}
                onChange={() => setKind(entry)}
              />
              <span className="w-[140px]">{nameOf(entry)}</span>
              <span className="dim" translate="no">
                {columnsOf(entry).join(', ')}
              </span>
            </label>
          ))}
        </fieldset>
        <div className="fields pb-4">
          <Field name={say('setUp.figures_written')}>
            <Choice
              label={say('setUp.figures_written')}
              value={figures}
              options={FIGURE_STYLES.map((style) => [style, style])}
              onChange={(style) => setFigures(style as FigureStyle)}
            />
          </Field>
        </div>
        <label className="block pb-4">
          <span className="cap block">{say('setUp.paste_rows')}</span>
          <textarea
            className="cell w-full"
            rows={2}
            value=""
            aria-label={say('setUp.paste_rows')}
            placeholder={say('setUp.paste_hint')}
            // What is typed here is nothing: rows come from a spreadsheet.
            onChange={() => {}}
            onPaste={(event) => {
              event.preventDefault();
              const rows = event.clipboardData.getData('text/plain');
              if (rows.trim() !== '')
                void read(new File([withHeader(rows, namesOf(kind))], `${say('setUp.pasted')}.csv`));
            }}
          />
        </label>
        <label className="btn focus-within:outline-2 focus-within:outline-bronze cursor-pointer">
          {result.isLoading ? say('setUp.checking') : say('setUp.choose_file')}
          <input
            type="file"
            accept=".csv,text/csv,.xlsx"
            className="sr-only"
            aria-label={say('setUp.file')}
            onChange={(event) => void read(event.target.files?.[0]).then(() => (event.target.value = ''))}
          />
        </label>
        {result.isError && (
          <p className="wrong pt-3" role="alert">
            {saidAgainst(result.error)}
          </p>
        )}
      </div>
    </div>
  );
}

function Staged({ id }: { id: string }) {
  const [loading, setLoading] = useState(false);
  const staged = server.useImportQuery({ params: { id } }, { pollingInterval: loading ? 500 : 0 });
  const [load, result] = server.useLoadImportMutation();
  const [cancel, cancelling] = server.useCancelImportMutation();
  const data = staged.currentData;
  const busy = data?.state === 'loading';
  if (data && busy !== loading) setLoading(busy);
  if (staged.isError)
    return (
      <div className="body">
        <Problem error={staged.error} again={staged.refetch} />
      </div>
    );
  if (!data) return null;
  const waiting = data.state === 'staged' || data.state === 'stopped';
  return (
    <div className="screen">
      <Head
        title={nameOf(data.kind)}
        more={data.fileName}
        about={[
          aboutOf(data),
          ...(data.fileName.endsWith('.csv') ? [say('setUp.figures_read', { figures: data.figures })] : []),
        ].join(' · ')}
      >
        {busy && (
          <button
            type="button"
            className="btn quiet"
            disabled={cancelling.isLoading}
            onClick={() => void cancel({ params: { id }, body: {} })}
          >
            {say('setUp.stop_loading')}
          </button>
        )}
        {waiting && data.wrong > 0 && (
          <button
            type="button"
            className="btn quiet"
            disabled={result.isLoading}
            onClick={() => void load({ params: { id }, body: { leaveOutWrong: true } })}
          >
            {say('setUp.load_right', { right: data.total - data.wrong - data.loaded, wrong: data.wrong })}
          </button>
        )}
        {waiting && data.wrong === 0 && (
          <button
            type="button"
            className="btn"
            disabled={result.isLoading}
            onClick={() => void load({ params: { id }, body: { leaveOutWrong: false } })}
          >
            {data.state === 'stopped' ? say('setUp.go_on') : say('setUp.load_all', { lines: data.total })}
          </button>
        )}
      </Head>
      <div className="body">
        {(data.says.length > 0 || result.isError) && (
          <p className="wrong pb-2" role="alert">
            {saidAgainst(result.error) ?? sayAll(data.says)}
          </p>
        )}
        <Rows data={data} />
      </div>
    </div>
  );
}

function aboutOf(data: ImportView): string {
  const { total, loaded, wrong } = data;
  if (data.state === 'loading') return say('setUp.loading', { loaded, total });
  if (data.state === 'loaded')
    return total > loaded
      ? say('setUp.loaded_some', { loaded, out: total - loaded })
      : say('setUp.loaded_all', { loaded });
  return wrong > 0 ? say('setUp.wrong_of', { wrong, total }) : say('setUp.all_right', { total });
}

function Rows({ data }: { data: ImportView }) {
  const columns = Object.keys(data.rows[0]?.fields ?? {});
  return (
    <table className="sheet" aria-label={say('setUp.lines_of_file')}>
      <thead>
        <tr>
          <th>{say('setUp.line')}</th>
          {columns.map((column) => (
            <th key={column}>{column}</th>
          ))}
          <th>{say('setUp.does_or_wrong')}</th>
        </tr>
      </thead>
      <tbody>
        {data.rows.map((row) => (
          <tr key={row.row} className={row.state === 'left-out' ? 'dim' : ''}>
            <td className="dim">{row.row}</td>
            {columns.map((column) => (
              <td
                key={column}
                className={row.problems.some((problem) => problem.field === column) ? 'text-over' : 'name'}
              >
                {row.fields[column]}
              </td>
            ))}
            <td className="text-over whitespace-normal">
              {row.problems.map((problem, at) => (
                <p key={at}>{`${problem.field}: ${sayAll(problem.says)}`}</p>
              ))}
              {row.state === 'left-out' ? (
                say('setUp.left_out')
              ) : (
                <span className="dim">
                  {row.state === 'loaded' ? say('setUp.loaded') : row.problems.length === 0 && sayAll(row.does)}
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
