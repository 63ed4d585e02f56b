import type { PaperPart, PaperValue } from '@obolus/contract/views/papers';
import type { EntryFields } from '@obolus/contract/registers/register';
import { message } from '@obolus/messages/message';
import { isDay } from '@obolus/core/exact/calendar';
import { attachedAt } from '../papers/attachedXml.ts';
import { childrenOf, textAt, type XmlNode } from '../papers/readXml.ts';
import { unitOf } from '../papers/units.ts';
import { billIn } from './billIn.ts';
import { type StackedBill, stackedIn } from './readCsv.ts';
import { CII } from './ciiVocabulary.ts';
import { CII_COLUMNS, CII_SECTIONS, type Columns, type Sections, UBL_COLUMNS, UBL_SECTIONS } from './paperSections.ts';
import { termOf } from './paperTerms.ts';
import { UBL } from './ublVocabulary.ts';
import { inWords, type Unread, unreadIn, type Vocabulary } from './vocabulary.ts';

/** A format: what is understood of it, and where on the page its elements stand. */
interface Format {
  readonly vocabulary: Vocabulary;
  readonly sections: Sections;
  readonly columns: Columns;
  /** Where its currency stands. */
  readonly currencyAt: readonly string[];
}
const AS_UBL: Format = {
  vocabulary: UBL,
  sections: UBL_SECTIONS,
  columns: UBL_COLUMNS,
  currencyAt: ['DocumentCurrencyCode'],
};
const AS_CII: Format = {
  vocabulary: CII,
  sections: CII_SECTIONS,
  columns: CII_COLUMNS,
  currencyAt: ['SupplyChainTradeTransaction', 'ApplicableHeaderTradeSettlement', 'InvoiceCurrencyCode'],
};

/** Of a value so much is shown. */
const MOST_SAID = 2000;

/**
 * A structured bill as people read it: every value that stands in it, part by part and with its name, those that nobody understands marked.
 * Each line, allowance, tax and account is a part of its own.
 * @throws RequestError where it is no bill, or XML that is not read at all
 */
export function readablePaper(content: Buffer): PaperPart[] {
  const stacked = stackedIn(content);
  if (stacked) return partsOfStacked(stacked);
  const { as, root } = billIn(content);
  return partsOf(root, as === 'CrossIndustryInvoice' ? AS_CII : AS_UBL);
}

function partsOf(root: XmlNode, { vocabulary, sections, columns, currencyAt }: Format): PaperPart[] {
  const unread = unreadAt(unreadIn(root, vocabulary, textAt(root, ...currencyAt)));
  const parts: PaperPart[] = [];
  const begin = (section: PaperPart['section']): PaperPart => {
    const part = { section, values: [] };
    parts.push(part);
    return part;
  };
  const look = (node: XmlNode, path: readonly string[], within: PaperPart): void => {
    const at = path.join('/');
    const section = sections[at];
    const part = section === undefined ? within : begin(section);
    const says = saidBy(node);
    if (says !== '')
      part.values.push({
        label: termOf(path) ?? inWords(path),
        ...shownAs(node, path.at(-1) ?? '', says),
        column: columns[at] ?? '',
        isUnderstood: !unread(path),
        attached: attachedAt(textIn(node)) ?? null,
      });
    if (typeof node !== 'object') return;
    for (const name of Object.keys(node))
      if (!name.startsWith('@') && name !== '#text')
        for (const child of childrenOf(node, name)) look(child, [...path, name], part);
  };
  look(root, [], begin('document'));
  return parts.filter(({ values }) => values.length > 0);
}

/** Whether an element, or one that it stands in, is among those that nobody understands. */
function unreadAt(unread: readonly Unread[]): (path: readonly string[]) => boolean {
  const known = new Set(unread.map(({ path }) => path.join('/')));
  return (path) => known.size > 0 && path.some((_, at) => known.has(path.slice(0, at + 1).join('/')));
}

const textIn = (node: XmlNode): string => {
  const text = typeof node === 'string' ? node : node['#text'];
  return typeof text === 'string' ? text.trim() : '';
};

/** What an element says by itself; of a file inside the paper, what it is called. */
function saidBy(node: XmlNode): string {
  if (typeof node !== 'string')
    for (const called of [node['@filename'], node['@mimeCode']])
      if (typeof called === 'string' && called !== '') return called;
  return textIn(node);
}

function shownAs(node: XmlNode, name: string, says: string): Pick<PaperValue, 'says' | 'as' | 'about'> {
  const currency = typeof node === 'object' ? node['@currencyID'] : undefined;
  const isFigure = /(?:Amount|Quantity|Percent|Numeric)$/.test(name) && /^-?\d+(?:\.\d+)?$/.test(says);
  if (isFigure)
    return {
      says,
      as: 'figure',
      about: typeof currency === 'string' ? currency.slice(0, 3) : unitOf(node).slice(0, 40),
    };
  // As CII writes a day (UNTDID 2379, 102).
  const day = /^(\d{4})(\d\d)(\d\d)$/.exec(says);
  const written = name === 'DateTimeString' && day ? day.slice(1).join('-') : says;
  return { says: written.slice(0, MOST_SAID), as: isDay(written) ? 'day' : 'text', about: '' };
}

const ROW_COLUMNS: Columns = {
  description: 'item',
  quantity: 'quantity',
  price: 'price',
  amount: 'amount',
};
/** What all rows of a bill say alike. */
const OF_ALL = ['vendor', 'number', 'date', 'currency', 'kind', 'refers_to', 'total'];

/** A bill of a stack by the names of its columns, and how the file was written that it stood in. */
function partsOfStacked({ rows, written }: StackedBill): PaperPart[] {
  const value = (label: PaperValue['label'], says: string, column: PaperValue['column'] = ''): PaperValue => ({
    label,
    says: says.slice(0, MOST_SAID),
    as: isDay(says) ? 'day' : 'text',
    about: '',
    column,
    isUnderstood: true,
    attached: null,
  });
  const valuesOf = (row: EntryFields, isWanted: (name: string) => boolean) =>
    Object.entries(row).flatMap(([name, says]) =>
      says && isWanted(name) ? [value(name.replaceAll('_', ' '), says, ROW_COLUMNS[name])] : [],
    );
  const [first = {}] = rows;
  const file = [
    value(message('papers.file_as'), [written.as, written.encoding].filter(Boolean).join(', ')),
    value(message('papers.file_delimiter'), written.delimiter === '\t' ? 'Tab' : written.delimiter),
    value(message('papers.file_columns'), Object.keys(first).filter(Boolean).join(', ')),
  ];
  return [
    { section: 'document', values: valuesOf(first, (name) => OF_ALL.includes(name)) },
    ...rows.map((row): PaperPart => ({ section: 'lines', values: valuesOf(row, (name) => !OF_ALL.includes(name)) })),
    { section: 'file', values: file.filter(({ says }) => says !== '') },
  ];
}
