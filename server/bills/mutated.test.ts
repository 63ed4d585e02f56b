import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { AssessedBill } from '@obolus/contract/views/bench';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';
import { leavesOf, mutate, type Mutation, mutations } from '../testing/mutatedXml.ts';
import { WRITERS } from '../testing/writtenByOthers.ts';
import { STATED } from '../testing/writtenElsewhere.ts';

let server: TestServer;
let ines: Client;
let order: string;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("INSERT INTO vendor_item VALUES (1, 3, 'AJ-FL')");
  const id = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '20', price: '5' },
      { item: '3', quantity: '1', price: '900' },
    ]),
  );
  order = ((await ines.call('GET', `/api/orders/${id}`)).body as { number: string }).number;
  await ines.posted(
    'receipt',
    make.receipt([
      { of: `${id}/1`, quantity: '20' },
      { of: `${id}/2`, quantity: '1' },
    ]),
  );
});
afterAll(() => server.stop());

interface Stands {
  /** The worst of the answers. */
  readonly status: number;
  readonly standing: string;
  /** What would be posted. */
  readonly command: Readonly<Record<string, unknown>>;
  readonly says: unknown;
}

/** What becomes of a file once it was taken in. */
async function standingOf(content: string): Promise<Stands> {
  const id = randomUUID();
  const { status, body } = await ines.call('PUT', `/api/incoming-bills/${id}`, {
    name: 'bill.xml',
    content: Buffer.from(content).toString('base64'),
  });
  if (status !== 200) return { status, standing: 'refused', command: {}, says: body.detail };
  const assessed = await ines.call('GET', `/api/bills/assessed?ids=${id}`);
  const [row] = (assessed.body.rows ?? []) as AssessedBill[];
  const [draft] = (await server.source.query('SELECT command FROM draft WHERE id = ?', [id])) as {
    command: string | null;
  }[];
  await server.source.query('DELETE FROM draft WHERE id = ?', [id]);
  await server.source.query('DELETE FROM incoming_paper WHERE id = ?', [id]);
  return {
    status: Math.max(status, assessed.status),
    standing: row?.standing ?? 'unassigned',
    command: JSON.parse(draft?.command ?? '{}') as Record<string, unknown>,
    says: row?.says,
  };
}

/** Values that a bill means something by: by the last names of their path. */
const MEANT =
  /(?:^Invoice\/ID|ExchangedDocument\/ID|IssueDate|IssueDateTime\/DateTimeString|^Invoice\/InvoiceTypeCode|ExchangedDocument\/TypeCode|DocumentCurrencyCode|InvoiceCurrencyCode|DueDate|DueDateDateTime\/DateTimeString|OrderReference\/ID|BuyerOrderReferencedDocument\/IssuerAssignedID|LegalMonetaryTotal\/\w+|HeaderMonetarySummation\/\w+|TaxTotal\/TaxAmount|TaxableAmount|TaxSubtotal\/TaxAmount|HeaderTradeSettlement\/ApplicableTradeTax\/(?:CalculatedAmount|BasisAmount)|InvoicedQuantity|BilledQuantity|LineExtensionAmount|LineTotalAmount|PriceAmount|ChargeAmount)$/;
/** What is said in another place too, or decided by the vendor's terms, may be left out. */
const SAID_TWICE =
  /(?:DueDate|DueDateDateTime\/DateTimeString|OrderReference\/ID|BuyerOrderReferencedDocument\/IssuerAssignedID|Amount)$/;
const [NUMBER, DAY] = [/(?:^Invoice|ExchangedDocument)\/ID$/, /(?:IssueDate|IssueDateTime\/DateTimeString)$/];

/** Whether a bill that is posted unseen still says what its file does. */
function isKept(mutation: Mutation, xml: string, broken: string, { command }: Stands): boolean {
  const { how, path, text, element } = mutation;
  const valuesOf = (of: string) =>
    JSON.stringify(
      leavesOf(of)
        .map(({ path: at, element: one }) => `${at} ${one}`)
        .sort(),
    );
  if (!MEANT.test(path) || how === 'double' || valuesOf(xml) === valuesOf(broken)) return true;
  if (how !== 'change' || text === '') return SAID_TWICE.test(path);
  if (NUMBER.test(path)) return command.reference === text.replace('&#x26;', '&');
  if (DAY.test(path)) return text.replaceAll('-', '') === String(command.date).replaceAll('-', '');
  // Nought is nought, however it is written.
  return text === '0' && />0(?:\.0+)?</.test(element);
}

const RUNS = Number(process.env.OBOLUS_RUNS ?? 30);

describe.each(Object.entries(WRITERS))('%s', (_, write) => {
  it('broken anywhere fails nothing, and is never posted unseen with another meaning', async () => {
    const xml = (await write({ ...STATED, order, tax: '0', gross: STATED.net })).toString();
    const whole = await standingOf(xml);
    expect([whole.status, whole.standing, whole.says]).toEqual([200, 'agrees', '']);
    let looked = 0;
    await fc.assert(
      fc.asyncProperty(mutations(xml), async (mutation) => {
        const broken = mutate(xml, mutation);
        const stands = await standingOf(broken);
        expect(stands.status).toBeLessThan(500);
        if (stands.standing === 'agrees') expect(isKept(mutation, xml, broken, stands)).toBe(true);
        else looked += 1;
      }),
      { numRuns: RUNS, seed: 19 },
    );
    expect(looked).toBeGreaterThan(0);
  }, 600_000);
});
