import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { playCase } from '@obolus/core/cases/runCase';
import { CaseServer } from '@obolus/server/cases/caseServer';
import { PASSWORD } from '@obolus/server/cases/people';
import { commandOf } from '@obolus/server/documents/registry';
import { proveBooks } from '@obolus/server/proof/proveBooks';
import { makeSchema } from '@obolus/server/testing/schema';
import { CaseDesk, isOnScreen } from './caseDesk.ts';
import { WEB } from './demoCompany.ts';

/** Worked examples whose charges, returns and payments are done on the screen; all other steps come through the API. */
const CASES = [
  '06-standard-cost',
  '08-duty-by-code-and-origin',
  '09-estimated-charges-trued-up',
  '11-returned-before-the-bill',
  '12-returned-after-the-bill',
  '13-late-freight-reaches-finished-goods',
  '19-returned-then-a-dearer-bill',
  '20-estimate-billed-in-parts',
  '21-period-end-with-foreign-payables',
  '23-the-carrier-gives-some-back',
  '26-prepaid-in-a-foreign-currency',
  '27-what-the-bank-took',
  '28-tax-withheld-from-a-payment',
  'purchasing/claims-paid-back-or-refused',
  'purchasing/returns-paid-back',
  'charges/insured-by-value-and-freight',
  'purchasing/returned-by-lot-in-parts',
  'purchasing/replaced-by-something-cheaper',
  'purchasing/credited-in-another-period',
  'paying/in-part-with-discount-and-credit',
];

let server: CaseServer;
let drop: () => Promise<void>;
test.beforeAll(async () => {
  const schema = await makeSchema();
  drop = schema.drop;
  server = await CaseServer.open(schema.database, WEB);
});
test.afterAll(async () => {
  await server.close();
  await drop();
});

for (const name of CASES)
  test(`the case ${name} ends as it should, done on the screen`, async ({ page }) => {
    process.env.OBOLUS_E2E_URL = server.url;
    const desk = new CaseDesk(page, server);
    const steps = playCase(readFileSync(new URL(`../casebook/${name}.yaml`, import.meta.url), 'utf8'));
    let begun = false;
    for (;;) {
      const next = steps.next();
      if (next.done) {
        expect(next.value.differences).toEqual([]);
        break;
      }
      const { where, books, command, decision } = next.value;
      if (!begun) {
        expect(await server.begin(books)).toEqual([]);
        await desk.signInWith('accountant@cases.example', PASSWORD);
        begun = true;
      }
      server.clock.today = command.date;
      expect(await server.enterNamed(books, command)).toEqual([]);
      if (!decision.accepted) continue;
      await test.step(where, async () => {
        if (isOnScreen(command)) return desk.take({ books, command, posted: decision.posted });
        const { client } = await server.people.of('accountant', 'accountant', books);
        const body = commandOf(command.kind).write(command as never, server.names(books));
        server.ids.documents.set(books.nextDocument.toString(), await client.posted(command.kind, body));
      });
    }
    expect(await proveBooks(server.source)).toEqual([]);
  });
