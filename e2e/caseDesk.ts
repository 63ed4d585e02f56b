import { expect, type Page } from '@playwright/test';
import type { EntryView } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { formatAmount, formatQuantity } from '@obolus/core/exact/amounts';
import type { Command, PostedDocument } from '@obolus/core/posting/kinds';
import type { Books } from '@obolus/core/state/books';
import type { Posted } from '@obolus/core/state/decision';
import type { CaseServer } from '@obolus/server/cases/caseServer';
import { entriesAsText, entryViewsAsText } from '@obolus/server/cases/compare';
import { commandOf } from '@obolus/server/documents/registry';
import { Desk } from './desk.ts';

type Of<Kind extends Command['kind']> = Extract<Command, { kind: Kind }>;

/** A step of a case that is done on the screen: what the core made of it is what the screen must show. */
export interface OnScreen {
  readonly books: Books;
  readonly command: Command;
  readonly posted: Posted<PostedDocument>;
}

/** Kinds of steps that an accountant does on the screen. */
const ON_SCREEN: readonly Command['kind'][] = ['allocation', 'payment', 'prepayment', 'return', 'claim-closing'];

export const isOnScreen = ({ kind }: Command): boolean => ON_SCREEN.includes(kind);

/** A figure as it is written in English. */
function shown(figure: string): string {
  const [whole = '', decimals] = figure.replace('-', '−').split('.');
  return whole.replace(/\B(?=(\d{3})+$)/g, ',') + (decimals === undefined ? '' : `.${decimals}`);
}

/** Does the steps of a case as its accountant does them, by clicks and keys, and compares every figure with the core's. */
export class CaseDesk extends Desk {
  private readonly server: CaseServer;

  constructor(page: Page, server: CaseServer) {
    super(page);
    this.server = server;
  }

  /** Does a step, posts it, and compares the journal that was posted. */
  async take(step: OnScreen): Promise<void> {
    const { books, command, posted } = step;
    // The day on which it is done is another one: the page is loaded anew.
    await this.open('/');
    if (command.kind === 'allocation') await this.allocate(step, command);
    else if (command.kind === 'payment') await this.pay(books, command);
    else if (command.kind === 'prepayment') await this.prepay(books, command);
    else if (command.kind === 'return') await this.sendBack(books, command);
    else if (command.kind === 'claim-closing') await this.closeClaims(books, command);
    await this.post();
    const id = this.page.url().split('/').at(-1) ?? '';
    this.server.ids.documents.set(books.nextDocument.toString(), id);
    const { entries } = await this.ask<{ entries: EntryView[] }>(`documents/${id}`);
    expect(entryViewsAsText(entries)).toEqual(entriesAsText(posted, books));
  }

  private async numberOf(document: string): Promise<string> {
    const id = this.server.ids.documents.get(document) ?? '';
    return (await this.ask<{ number: string }>(`documents/${id}`)).number;
  }

  private async allocate({ books, posted }: OnScreen, command: Of<'allocation'>): Promise<void> {
    const { page } = this;
    const { currency } = books.company;
    const { rows: charges } = await this.ask<{ rows: OpenCharge[] }>('charges/open');
    const body = commandOf('allocation').write(command as never, this.server.names(books)) as {
      to: string[];
      charges: { of: string; basis: string; fixed: { line: string; amount: string }[] }[];
    };
    const { rows: received } = await this.ask<{ rows: ReceivedLine[] }>('receipts/lines');
    await page.getByRole('link', { name: /^Landing sheet/ }).click();
    const named = body.charges.map(({ of }) => charges.find(({ line }) => line === of) as OpenCharge);
    for (const { bill, kind } of named)
      await page.getByRole('checkbox', { name: new RegExp(`${bill.number} ${kind}`) }).check();
    const lines = body.to.map((of) => received.find(({ line }) => line === of) as ReceivedLine);
    for (const { item, receipt } of lines)
      await page.getByRole('checkbox', { name: new RegExp(`^${item.name} ${receipt.number}`) }).check();
    if (command.more) await page.getByLabel('Further bills of these kinds are to come').check();
    const { shares } = posted.document as Extract<PostedDocument, { kind: 'allocation' }>;
    for (const [at, { bill, kind }] of named.entries()) {
      const { basis, fixed } = body.charges[at] ?? { basis: '', fixed: [] };
      await page.getByLabel(`Basis of ${kind} ${bill.number}`).selectOption(basis);
      for (const { line, amount } of fixed) {
        const { item, receipt } = lines[body.to.indexOf(line)] as ReceivedLine;
        await page.getByLabel(`${kind} on ${item.name}, ${receipt.number}`).fill(amount);
      }
    }
    for (const [at, { kind }] of named.entries()) {
      // Columns of one kind have one name.
      const column = named.slice(0, at).filter((before) => before.kind === kind).length;
      for (const [position, { line, item, receipt }] of lines.entries())
        if (!body.charges[at]?.fixed.some((share) => share.line === line))
          await expect(page.getByLabel(`${kind} on ${item.name}, ${receipt.number}`).nth(column)).toHaveAttribute(
            'placeholder',
            shown(formatAmount(shares[at]?.amounts[position] ?? 0n, currency)),
          );
    }
  }

  private async pay(books: Books, command: Of<'payment'>): Promise<void> {
    const { page } = this;
    const { currency } = command;
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: /^Pay / }).first().click();
    await expect(page.getByRole('table', { name: /^Open items of/ })).toBeVisible();
    for (const box of await page.getByRole('checkbox', { name: /^Settle/ }).all()) await box.uncheck();
    if (command.from !== undefined) {
      const prepaid = await this.numberOf(command.from);
      const option = page.getByLabel('Paid from').locator('option', { hasText: prepaid });
      await page.getByLabel('Paid from').selectOption((await option.getAttribute('value')) ?? '');
    }
    for (const bill of command.bills) {
      const id = this.server.ids.documents.get(bill.of) ?? '';
      const { reference } = (await this.ask<{ payables: { id: string; reference: string }[] }>(
        `vendors/${this.server.ids.vendors.get(command.vendor)}/payables`,
      ).then(({ payables }) => payables.find((open) => open.id === id))) ?? { reference: '' };
      const fields = {
        'Pay of': bill.amount,
        'Discount of': bill.discount,
        'Tax withheld of': bill.withheld ?? 0n,
        'Write-off of': bill.writeOff,
      };
      for (const [name, amount] of Object.entries(fields))
        if (amount !== 0n)
          await page.getByLabel(`${name} ${reference}`, { exact: true }).fill(formatAmount(amount, currency));
    }
    const base = books.company.currency;
    if (command.took !== undefined) await page.getByLabel(`Bank took, ${base}`).fill(formatAmount(command.took, base));
    if (command.fee) await page.getByLabel('Of that, bank’s fee').fill(formatAmount(command.fee, base));
  }

  private async prepay(books: Books, command: Of<'prepayment'>): Promise<void> {
    const { page } = this;
    await page.getByRole('link', { name: /^Orders/ }).click();
    await page.getByRole('row', { name: new RegExp(await this.numberOf(command.order ?? '')) }).click();
    await page.getByRole('link', { name: 'New prepayment' }).click();
    await expect(page.getByLabel('For the goods of')).not.toHaveValue('');
    await page.getByLabel('Amount').fill(formatAmount(command.amount, command.currency));
  }

  private async sendBack(books: Books, command: Of<'return'>): Promise<void> {
    const { page } = this;
    const receipt = await this.numberOf(command.lines[0]?.of.split('/')[0] ?? '');
    await page.getByRole('link', { name: /^Receiving/ }).click();
    await page.getByRole('link', { name: 'Receipts' }).click();
    await page.getByRole('row', { name: new RegExp(receipt) }).click();
    await page.getByRole('link', { name: 'Return goods' }).click();
    for (const line of command.lines) {
      const item = books.receiptLines.get(line.of)?.bought.item ?? '';
      const name = `${item}, ${await this.numberOf(line.of.split('/')[0] ?? '')}`;
      await page.getByLabel(`Goes back of ${name}`).fill(formatQuantity(line.quantity));
      for (const { lot } of line.lots === undefined ? [] : (books.receiptLines.get(line.of)?.lots ?? [])) {
        const goes = line.lots?.find((part) => part.lot === lot)?.quantity;
        const field = page.getByLabel(`Out of lot ${lot}, ${name}`);
        if (goes !== undefined || (await field.count()) > 0)
          await field.fill(goes === undefined ? '' : formatQuantity(goes));
      }
      if (line.replace) await page.getByLabel(`In return for ${name}`).selectOption('replace');
    }
  }

  /** Claims are closed from where a credit memo of the vendor would be entered. */
  private async closeClaims(books: Books, command: Of<'claim-closing'>): Promise<void> {
    const { page } = this;
    await page.getByRole('link', { name: /^Returns/ }).click();
    await page.getByRole('link', { name: 'Credits expected' }).click();
    await page.getByRole('table', { name: 'Credits expected' }).getByRole('row').nth(1).click();
    await page.getByRole('link', { name: 'No credit memo comes' }).click();
    if (command.got !== undefined)
      await page.getByLabel(/^Bank got/).fill(formatAmount(command.got, books.company.currency));
    await page.getByLabel('Reason').fill(command.reason);
    for (const { of, quantity, amount, received, to } of command.lines) {
      const number = await this.numberOf(of.split('/')[0] ?? '');
      const closed =
        quantity === undefined ? formatAmount(amount ?? received, command.currency) : formatQuantity(quantity);
      await page.getByLabel(new RegExp(`^Closed of .*, ${number}$`)).fill(closed);
      await page
        .getByLabel(new RegExp(`^Came in money for .*, ${number}$`))
        .fill(formatAmount(received, command.currency));
      if (to === 'variance') await page.getByLabel(/^Where what is refused/).selectOption(to);
    }
  }
}
