import ExcelJS from 'exceljs';
import { BASIS_NAMES } from '@obolus/contract/kinds/allocation';
import type { Language } from '@obolus/messages/speaker';
import { speakerFor } from '../asking/speakers.ts';
import type { Sheet, SheetCharge } from './readSheet.ts';
import { REMAINDER_PLACES, sharedBySpreadsheet } from './sheetShares.ts';

/** Lines begin under the charges' heads. */
const FIRST = 5;
/** A formula looks at all remainders of its column: with more lines a spreadsheet would calculate for minutes. */
const MOST_CALCULATED = 1500;
/** Columns of a line before its charges. */
const BEFORE = 9;
/** Columns of a charge on the sheet of workings: fixed by hand, what a line counts for, whole part, remainder. */
const WORKINGS = 4;

/**
 * A landing sheet as a workbook whose formulas share the charges out as the ledger does: largest remainder, the earlier line first. A column whose formulas
 * would not come to the ledger's figures, as binary numbers cannot, holds the figures themselves.
 */
export async function sheetBook(sheet: Sheet, language: Language): Promise<Buffer> {
  const { say } = speakerFor(language);
  const book = new ExcelJS.Workbook();
  const main = book.addWorksheet(say('frame.landing').slice(0, 31), {
    views: [{ state: 'frozen', xSplit: 3, ySplit: FIRST - 1 }],
  });
  const workings = book.addWorksheet(say('landing.workings').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: FIRST - 1 }],
  });
  const count = sheet.lines.length;
  const last = FIRST + count - 1;
  const [landedAt, beforeAt, afterAt] = [1, 2, 3].map((step) => BEFORE + sheet.charges.length + 1 + step) as [
    number,
    number,
    number,
  ];
  const replacedAt = BEFORE + sheet.charges.length + 1;
  const money = sheet.places === 0 ? '#,##0' : `#,##0.${'0'.repeat(sheet.places)}`;
  const amount = (minor: bigint) => Number(minor) / 10 ** sheet.places;

  main.getCell(1, 1).value = `${say('frame.landing')}, ${sheet.currency}`;
  main.getCell(1, 1).font = { bold: true, size: 14 };
  heads(main, FIRST - 1, [
    say('word.number'),
    say('word.item'),
    say('word.receipt'),
    say('word.quantity'),
    say('word.unit'),
    say('landing.weight_of_one'),
    say('landing.volume_of_one'),
    say('word.goods'),
    say('landing.value_before'),
    ...sheet.charges.map(({ basis }) => say(BASIS_NAMES[basis])),
    say('landing.estimates_replaced'),
    say('landing.landed'),
    say('landing.unit_cost_before'),
    say('landing.after'),
  ]);
  sheet.charges.forEach((charge, at) => {
    const column = BEFORE + 1 + at;
    main.getCell(1, column).value = charge.kind;
    main.getCell(2, column).value = charge.bill;
    main.getCell(3, column).value = amount(charge.amount);
    main.getCell(3, column).numFmt = money;
  });
  sheet.lines.forEach((line, at) => {
    const row = main.getRow(FIRST + at);
    const here = FIRST + at;
    row.values = [
      line.number,
      line.name,
      line.receipt,
      Number(line.quantity),
      line.unit,
      line.weight === '' ? null : Number(line.weight),
      line.volume === '' ? null : Number(line.volume),
      amount(line.goods),
      amount(line.value),
    ];
    const shares = sheet.charges.reduce((sum, { shares: all }) => sum + (all[at] ?? 0n), 0n);
    const landed = line.value + shares + line.replaced;
    main.getCell(here, replacedAt).value = amount(line.replaced);
    const toSum = `${cellAt(BEFORE, here)}:${cellAt(replacedAt, here)}`;
    main.getCell(here, landedAt).value = { formula: `ROUND(SUM(${toSum}),${sheet.places})`, result: amount(landed) };
    const each = (value: bigint) =>
      Number(line.quantity) === 0 ? 0 : Math.round((amount(value) / Number(line.quantity)) * 1e4) / 1e4;
    const perUnit = (cell: string) => `IF(D${here}=0,0,ROUND(${cell}/D${here},4))`;
    main.getCell(here, beforeAt).value = { formula: perUnit(cellAt(BEFORE, here)), result: each(line.value) };
    main.getCell(here, afterAt).value = { formula: perUnit(cellAt(landedAt, here)), result: each(landed) };
  });
  sheet.charges.forEach((charge, at) => writeCharge({ sheet, charge, at, main, workings, last, money }));
  for (const column of [8, 9, ...sheet.charges.map((_, at) => BEFORE + 1 + at), replacedAt, landedAt]) {
    const total = main.getCell(last + 1, column);
    const result = Number(sumOf(main, column, last).toFixed(sheet.places));
    total.value = { formula: `SUM(${cellAt(column, FIRST)}:${cellAt(column, last)})`, result };
    total.numFmt = money;
    total.font = { bold: true };
    for (let row = FIRST; row <= last; row += 1) main.getCell(row, column).numFmt = money;
  }
  for (const column of [beforeAt, afterAt]) main.getColumn(column).numFmt = '#,##0.0000';
  main.getCell(last + 1, 1).value = say('status.total');
  main.columns.forEach((column, at) => (column.width = at === 1 ? 32 : 14));
  return Buffer.from(await book.xlsx.writeBuffer());
}

interface Writing {
  readonly sheet: Sheet;
  readonly charge: SheetCharge;
  /** Which of the charges it is. */
  readonly at: number;
  readonly main: ExcelJS.Worksheet;
  readonly workings: ExcelJS.Worksheet;
  readonly last: number;
  readonly money: string;
}

/** The shares of a charge, as formulas over its workings where these come to the ledger's figures. */
function writeCharge({ sheet, charge, at, main, workings, last, money }: Writing): void {
  const column = BEFORE + 1 + at;
  const amount = (minor: bigint) => Number(minor) / 10 ** sheet.places;
  const weights = sheet.lines.map((_, line) => (charge.fixed[line] ? undefined : countsFor(sheet, charge, line)));
  const fixed = charge.shares.reduce((sum, share, line) => (charge.fixed[line] ? sum + share : sum), 0n);
  const shared = sharedBySpreadsheet({ left: Number(charge.amount - fixed), weights });
  const isCalculated =
    charge.basis !== 'manual' &&
    sheet.lines.length <= MOST_CALCULATED &&
    charge.shares.every((share, line) => charge.fixed[line] || shared[line] === Number(share));
  const [hand, weight, whole, rest] = [1, 2, 3, 4].map((step) => at * WORKINGS + step) as [
    number,
    number,
    number,
    number,
  ];
  const range = (of: number) => `${lasting(of, FIRST)}:${lasting(of, last)}`;
  const name = `'${workings.name}'!`;
  if (isCalculated) {
    workings.getCell(1, hand).value = `${charge.kind} ${charge.bill}`;
    // What is left to share, in minor units, without its sign.
    workings.getCell(2, hand).value = {
      formula: `ROUND(('${main.name}'!${cellAt(column, 3)}-SUM(${range(hand)}))*${10 ** sheet.places},0)`,
      result: Number(charge.amount - fixed),
    };
    if (charge.density !== '') workings.getCell(3, weight).value = Number(charge.density);
  }
  const left = lasting(hand, 2);
  sheet.lines.forEach((_, line) => {
    const row = FIRST + line;
    const cell = main.getCell(row, column);
    const share = amount(charge.shares[line] ?? 0n);
    cell.numFmt = money;
    if (charge.fixed[line]) cell.font = { bold: true, italic: true };
    if (!isCalculated || charge.fixed[line]) {
      cell.value = share;
      if (isCalculated) workings.getCell(row, hand).value = share;
      return;
    }
    const counts = weights[line] ?? 0;
    const all = weights.reduce<number>((sum, one) => sum + (one ?? 0), 0);
    const exact = all === 0 ? 0 : (Math.abs(Number(charge.amount - fixed)) * counts) / all;
    const seen = Math.round(exact * 10 ** REMAINDER_PLACES) / 10 ** REMAINDER_PLACES;
    const [mine, each, over] = [cellAt(weight, row), cellAt(whole, row), cellAt(rest, row)];
    const exactly = `ROUND(ABS(${left})*${mine}/SUM(${range(weight)}),${REMAINDER_PLACES})`;
    workings.getCell(row, weight).value = countsAs(sheet, at, main.name, row, counts, cellAt(weight, 3));
    workings.getCell(row, whole).value = { formula: `INT(${exactly})`, result: Math.floor(seen) };
    workings.getCell(row, rest).value = {
      formula: `ROUND(${exactly}-${each},${REMAINDER_PLACES})`,
      result: Number((seen - Math.floor(seen)).toFixed(REMAINDER_PLACES)),
    };
    const rank = `COUNTIF(${name}${range(rest)},">"&${name}${over})+COUNTIF(${name}${lasting(rest, FIRST)}:${over},${name}${over})`;
    const extra = `IF(${rank}<=ABS(${name}${left})-SUM(${name}${range(whole)}),1,0)`;
    cell.value = { formula: `SIGN(${name}${left})*(${name}${each}+${extra})/${10 ** sheet.places}`, result: share };
  });
}

/** What a line counts for, as a binary number. */
function countsFor({ lines, places }: Sheet, charge: SheetCharge, at: number): number {
  const line = lines[at];
  if (!line || !charge.takesPart[at]) return 0;
  const quantity = Number(line.quantity);
  switch (charge.basis) {
    case 'value':
      return Number(line.goods) / 10 ** places;
    case 'value-and-freight':
      return Number(line.goods + (charge.carried[at] ?? 0n)) / 10 ** places;
    case 'quantity':
      return quantity;
    case 'weight':
      return quantity * Number(line.weight);
    case 'volume':
      return quantity * Number(line.volume);
    case 'chargeable':
      return quantity * Math.max(Number(line.weight), Number(line.volume) * Number(charge.density));
    case 'duty':
      return Number(charge.calculated[at] ?? 0n) / 10 ** places;
    case 'equal':
      return 1;
    case 'manual':
      return 0;
  }
}

/** The same as a formula over the sheet; what the tariff schedule has, and what carried a line before, are figures. */
function countsAs(
  sheet: Sheet,
  at: number,
  main: string,
  row: number,
  result: number,
  density: string,
): ExcelJS.CellValue {
  const { basis, takesPart, carried, carriedBy } = sheet.charges[at] as SheetCharge;
  const of = (column: string) => `'${main}'!${column}${row}`;
  const line = row - FIRST;
  const onSheet = carriedBy.reduce((sum, place) => sum + (sheet.charges[place]?.shares[line] ?? 0n), 0n);
  const before = `(${Number((carried[line] ?? 0n) - onSheet) / 10 ** sheet.places})`;
  const formulas: Partial<Record<SheetCharge['basis'], string>> = {
    value: of('H'),
    'value-and-freight': `ROUND(${[of('H'), before, ...carriedBy.map((place) => of(letters(BEFORE + 1 + place)))].join('+')},${sheet.places})`,
    quantity: of('D'),
    weight: `${of('D')}*${of('F')}`,
    volume: `${of('D')}*${of('G')}`,
    chargeable: `${of('D')}*MAX(${of('F')},${of('G')}*${density.replace(/(\d+)/, '$$$1')})`,
  };
  const formula = formulas[basis];
  return formula === undefined || !takesPart[line] ? result : { formula, result };
}

function heads(sheet: ExcelJS.Worksheet, row: number, names: readonly string[]): void {
  names.forEach((name, at) => {
    sheet.getCell(row, at + 1).value = name;
    sheet.getCell(row, at + 1).font = { bold: true };
  });
}

function sumOf(sheet: ExcelJS.Worksheet, column: number, last: number): number {
  let sum = 0;
  for (let row = FIRST; row <= last; row += 1)
    sum += Number(sheet.getCell(row, column).result ?? sheet.getCell(row, column).value ?? 0);
  return sum;
}

/** A column's letters. */
function letters(column: number): string {
  const rest = (column - 1) % 26;
  const before = Math.floor((column - 1) / 26);
  return (before > 0 ? letters(before) : '') + String.fromCharCode(65 + rest);
}

const cellAt = (column: number, row: number): string => `${letters(column)}${row}`;
/** An address that stays when it is copied. */
const lasting = (column: number, row: number): string => `$${letters(column)}$${row}`;
