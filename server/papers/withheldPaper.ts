import type { EntityManager } from 'typeorm';
import { type Language, LANGUAGES } from '@obolus/messages/speaker';
import { RequestError } from '../asking/failures.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { type Address, addressOf } from './orderPaper.ts';

/** What a vendor is told of tax that was withheld from a payment and is paid to the tax office for it. Figures as text, exact; days as ISO. */
export interface WithheldPaper {
  readonly number: string;
  readonly date: string;
  readonly language: Language;
  readonly company: Address & { readonly taxNumber: string };
  readonly vendor: Address & { readonly number: string; readonly taxNumber: string };
  readonly currency: string;
  readonly lines: readonly {
    readonly reference: string;
    readonly date: string;
    readonly paid: string;
    readonly withheld: string;
  }[];
  readonly withheld: string;
}

/** @throws RequestError 404 where there is no such payment, or nothing was withheld from it */
export async function readWithheldPaper(manager: EntityManager, id: string): Promise<WithheldPaper> {
  const [header] = (await manager.query(
    `SELECT d.number, d.date, d.currency, c.name AS company, c.address AS company_address, c.tax_number AS company_tax, v.name AS vendor, v.number AS vendor_number, v.address AS vendor_address,
       v.tax_number AS vendor_tax, COALESCE(NULLIF(v.language, ''), c.language) AS language
     FROM document d JOIN company c ON c.id = 1 JOIN vendor v ON v.id = d.vendor_id WHERE d.id = ? AND d.kind = 'payment' AND ${stands('d.id')}`,
    [id],
  )) as Row[];
  const lines: Row[] = await manager.query(
    `SELECT l.amount, l.withheld, COALESCE(NULLIF(o.reference, ''), o.number) AS reference, o.date FROM payment_line l JOIN document o ON o.id = l.of_id
     WHERE l.document_id = ? AND l.withheld <> 0 ORDER BY l.line_no`,
    [id],
  );
  if (!header || lines.length === 0) throw new RequestError(404, 'problem.no_such_document');
  const currency = text(header.currency);
  return {
    number: text(header.number),
    date: text(header.date),
    language: LANGUAGES.find((one) => one === text(header.language)) ?? 'en',
    company: { ...addressOf(header.company, header.company_address), taxNumber: text(header.company_tax) },
    vendor: {
      ...addressOf(header.vendor, header.vendor_address),
      number: text(header.vendor_number),
      taxNumber: text(header.vendor_tax),
    },
    currency,
    lines: lines.map((line) => ({
      reference: text(line.reference),
      date: text(line.date),
      paid: showAmount(line.amount, currency),
      withheld: showAmount(line.withheld, currency),
    })),
    withheld: showAmount(
      lines.reduce((sum, line) => sum + big(line.withheld), 0n),
      currency,
    ),
  };
}
