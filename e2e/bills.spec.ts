import { expect, test } from '@playwright/test';
import type { ListPage } from '@obolus/contract/listState';
import type { Unmatched } from '@obolus/contract/views/bench';
import { billPaper } from '@obolus/demo/billPapers';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** What the books say of a vendor in goods received not invoiced, and of what is made of it: both must be the same account. */
const unmatched = async (desk: Desk) => {
  const stands = await desk.ask<Unmatched>('bills/unmatched');
  expect(stands.sum).toBe(stands.account);
  return stands;
};
const decisions = async (desk: Desk) => (await desk.ask<ListPage>('lists/decisions')).rows.map(({ cells }) => cells);

test('three-way: a bill that agrees takes two keys from the list, and the books say so', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await expect(desk.waiting(/TF-24-0871/)).toBeVisible();
  await expectAccessible(page);
  const keys = desk.countKeys();
  await keys.press('Alt+ArrowDown');
  await expect(page.getByText('Every line is surely matched.')).toBeVisible();
  const paper = page.getByRole('table', { name: 'Lines of the paper' });
  await expect(paper).toHaveCount(0);
  await page.getByRole('button', { name: 'All 3 lines of the paper' }).click();
  await expect(paper.getByLabel(/^What Merino on cones, ecru/)).toHaveValue(/\/1$/);
  await expect(paper.getByText('look at it')).toHaveCount(0);
  expect(await desk.footing()).toContain('Goods received not invoiced, Tarnside Fibres 5,009.56');
  await desk.postWaiting(keys);
  expect(keys.count).toBeLessThanOrEqual(3);
  await expect(desk.waiting(/TF-24-0871/)).toHaveCount(0);
  const { rows } = await unmatched(desk);
  expect(rows.filter(({ vendor }) => vendor.name === 'Tarnside Fibres')).toEqual([]);
  await desk.expectBooksToAgree();
});

test('a price that differs is decided with a reason in at most eight keys, without the mouse', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/MT-5514/).focus();
  const before = desk.countKeys();
  // Dearer within what is allowed: opened, sent to variance, posted.
  await before.press('Enter');
  await expect(page.getByText(/0\.72 of 3\.72 allowed left/)).toBeVisible();
  await before.press('F8');
  await before.press('t');
  await before.press('t');
  expect(await desk.footing()).toContain('Goods received not invoiced, Millrace Turnery 186.00');
  await desk.postWaiting(before);
  expect(before.count).toBeLessThanOrEqual(8);
  // Beyond what is allowed nothing is posted without a reason.
  await desk.waiting(/MT-5519/).click();
  const foot = page.getByRole('region', { name: 'Footing' });
  await expect(foot.getByRole('status')).toContainText('This is 7.00 USD more than expected, and 1.30 is allowed');
  await page.getByLabel(/^Where the difference goes, Bobbin/).selectOption('credit');
  await page.getByLabel(/^Reason, Bobbin/).fill('Wrong price, vendor is asked');
  expect(await desk.footing()).toEqual(
    expect.arrayContaining([
      'Expected credits, Millrace Turnery 7.00',
      'Goods received not invoiced, Millrace Turnery 65.00',
    ]),
  );
  await desk.postWaiting();
  expect((await decisions(desk))[0]).toMatchObject({
    what: 'Bobbin, birch, 10 cm',
    decision: 'credit',
    reason: 'Wrong price, vendor is asked',
    by: 'Ines Varga',
  });
  await desk.go('/returns/credits');
  await expect(page.getByRole('row', { name: /Bobbin, birch/ })).toContainText('7.00');
  await expectAccessible(page);
  await unmatched(desk);
  await desk.expectBooksToAgree();
});

test('part quantities and charges: more than came is split off, freight above its estimate needs a reason', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/BL\/2291/).click();
  const natural = page.getByLabel(/^Billed quantity, Linen yarn on cones, natural, GR/);
  await expect(natural).toHaveValue('260');
  // Six more than came are not accepted; the rest is posted with the carriage, dearer than was estimated.
  await page.getByLabel('What of Linen yarn on cones, natural goes elsewhere').selectOption('credit');
  await expect(natural).toHaveValue('254');
  await page.getByLabel('Why 1 is disputed').fill('Delivered short');
  await expect(page.getByLabel('Disputed amount 1')).toHaveValue('111.60');
  // Less than was estimated for these goods, and more than passes without a word.
  await page.getByLabel('Reason for charge 1').fill('Agreed with the buyer');
  const posted = await desk.footing();
  expect(posted).toEqual(
    expect.arrayContaining([
      expect.stringContaining('Expected credits, Beira Linho'),
      expect.stringContaining('Charges to allocate, Beira Linho'),
    ]),
  );
  await desk.postWaiting();
  const rows = await decisions(desk);
  expect(rows).toContainEqual(
    expect.objectContaining({ kind: 'disputed', decision: 'credit', reason: 'Delivered short' }),
  );
  await unmatched(desk);
  await desk.expectBooksToAgree();
});

test('a bill before the goods stands ahead of them, waits to be paid, and is cleared when they come', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/AJ 40603/).click();
  await expect(page.getByLabel(/^Billed quantity, Reed, steel, 60 cm, PO/)).toHaveValue('12');
  await page.getByLabel(/^Billed and not here, Reed/).selectOption('wait');
  await page.getByLabel(/^Reason, Reed/).fill('Agreed with the buyer');
  expect(await desk.footing()).toContain('Billed ahead of goods, Aldergrove Joinery 411.16');
  await desk.postWaiting();
  const ahead = (await unmatched(desk)).rows.filter(({ kind }) => kind === 'billed');
  expect(ahead.map(({ label, quantity, amount }) => [label, quantity, amount])).toEqual([
    ['Reed, steel, 60 cm', '12', '411.16'],
  ]);
  await desk.go('/bench/unmatched');
  await page.getByLabel('Show').selectOption('billed');
  await expect(page.getByRole('status').filter({ hasText: 'goods received not invoiced' })).toContainText(
    'They agree.',
  );
  await expect(page.getByRole('table', { name: 'Goods received not invoiced' }).getByRole('row')).toHaveCount(3);
  await expectAccessible(page);
  await page.getByRole('row', { name: /Reed, steel/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Aldergrove Joinery');
  expect((await decisions(desk))[0]).toMatchObject({ decision: 'waits', kind: 'not-here' });
  await desk.expectBooksToAgree();
});

test('a credit memo that came by mail is matched to what went back, and clears it', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/returns/credits');
  const expected = page.getByRole('row', { name: /RT-1001/ });
  await expect(expected).toContainText('12,900');
  await desk.go('/bench');
  await desk.waiting(/K-CN 31/).click();
  await expect(page.getByLabel('Credited quantity, Indigo dye, 250 g tin, RT-1001')).toHaveValue('6');
  await page.getByRole('button', { name: 'Paper beside' }).click();
  const paper = page.getByRole('complementary', { name: /^The paper/ });
  await expect(paper.getByRole('region', { name: 'Seller' })).toContainText('KUMO');
  await expectAccessible(page);
  await paper.getByRole('button', { name: 'As it came' }).click();
  await expect(paper).toContainText('CreditNote');
  // More than went back is refused at its field.
  await page.getByLabel('Credited quantity, Indigo dye, 250 g tin, RT-1001').fill('7');
  await page.keyboard.press('Tab');
  await expect(page.locator('td .wrong', { hasText: 'Only 6 can be credited here.' })).toBeVisible();
  await page.getByLabel('Credited quantity, Indigo dye, 250 g tin, RT-1001').fill('6');
  expect(await desk.footing()).toEqual(
    expect.arrayContaining(['Payables, Kumo Dyeworks 86.82', 'Returns to be credited, Kumo Dyeworks 86.30']),
  );
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/bench$/);
  await expect(desk.waiting(/K-CN 31/)).toHaveCount(0);
  expect((await unmatched(desk)).rows.filter(({ kind }) => kind === 'returned')).toEqual([]);
  await desk.go('/returns/credits');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(expected).toHaveCount(0);
  await desk.expectBooksToAgree();
});

test('the same bill twice is refused by its number, and asked about where it is only like another', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  const status = page.getByRole('region', { name: 'Footing' }).getByRole('status');
  await desk.waiting(/PM-2026\/448/).click();
  await expect(status).toContainText('is entered already');
  await desk.waiting(/A-O812/).click();
  await page.getByRole('button', { name: /Add a charge/ }).click();
  await page.getByLabel('Kind of charge 1').selectOption('expense');
  await page.getByLabel('What expense 1 is for').fill('Spare parts');
  await page.getByLabel('Amount of charge 1').fill('64');
  await expect(status).toContainText('almost the same');
  await page.getByLabel('Why it is another bill').fill('their other series');
  await desk.postWaiting();
  await desk.expectBooksToAgree();
});

test('two-way: a service is matched to its order alone, and goes straight to expense', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  const before = (await unmatched(desk)).account;
  await desk.go('/bench');
  await desk.waiting(/RW 3390/).click();
  await expect(page.getByLabel(/^Billed quantity, Workshop cleaning/)).toHaveValue('2');
  const foot = await desk.footing();
  expect(foot).toContainEqual(expect.stringMatching(/Workshop cleaning.* 381\.60$/));
  expect(foot.some((line) => line.startsWith('Goods received not invoiced'))).toBe(false);
  await desk.postWaiting();
  expect((await unmatched(desk)).account).toBe(before);
  // Without an order: the vendor's usual expense is proposed.
  await desk.waiting(/88-1204/).click();
  await expect(page.getByLabel('What expense 1 is for')).toHaveValue('Water and light');
  await desk.postWaiting();
  await desk.expectBooksToAgree();
});

test('the bench opens on the bills that agree: one is left out, the others are posted in one go', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: /Match bench/ }).click();
  const agreeing = page.getByRole('region', { name: 'Bills that agree' });
  await expect(agreeing.getByRole('row', { name: /MT-5511/ })).toContainText('248.00', { timeout: 20_000 });
  // Those that differ stand by themselves, the dearest first; so do those that are to be looked at.
  const differing = page.getByRole('region', { name: /bills differ/ });
  await expect(differing.getByRole('row').nth(1)).toContainText('TF-24-0899');
  await expect(differing.getByRole('row', { name: /MT-5530/ })).toContainText(
    'The paper asks for 10.00 USD more than what is entered',
  );
  await expect(page.getByRole('region', { name: /to be looked at/ })).toContainText('invoice.pdf');
  await agreeing.getByRole('checkbox', { name: /GW-77188/ }).uncheck();
  await agreeing.getByRole('button', { name: /^Post \d+ bills/ }).click();
  const results = page.getByRole('table', { name: 'Result for each bill' });
  await expect(results.getByRole('row', { name: /MT-5511/ })).toContainText(/posted as VB-\d+/);
  await expect(agreeing.getByText(/bills? posted\./)).toBeVisible({ timeout: 20_000 });
  await expect(results.getByRole('row', { name: /GW-77188/ })).toHaveCount(0);
  await agreeing.getByRole('button', { name: 'Close' }).click();
  await expect(agreeing.getByRole('checkbox', { name: /GW-77188/ })).not.toBeChecked({ timeout: 20_000 });
  await expectAccessible(page);
  await unmatched(desk);
  await desk.expectBooksToAgree();
});

test('two accountants on one bill: the second sees by whom it is taken, and may look', async ({ page, browser }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/AJ 40602/).click();
  await expect(page.getByLabel(/^Billed quantity, Reed, steel, 60 cm, GR/).first()).toBeEnabled();
  const other = await (await browser.newContext({ locale: 'en-US' })).newPage();
  const second = new Desk(other);
  await desk.secondAccountant();
  await second.signInAs('mina@fernhollow.example');
  await second.go('/bench');
  await expect(second.waiting(/AJ 40602/)).toContainText('Ines Varga is at it');
  await second.waiting(/AJ 40602/).click();
  await expect(other.getByText('Ines Varga is working on this; it is free again')).toBeVisible();
  await expect(other.getByRole('region', { name: 'Footing' })).toContainText('Ines Varga is working on this.');
  await expect(other.getByLabel(/^Billed quantity, Reed, steel, 60 cm, GR/).first()).toBeDisabled();
  await expect(other.getByRole('button', { name: /Post bill/ })).toBeDisabled();
  // Once the first has gone elsewhere it is free, and what was typed last is kept.
  await page.getByLabel('The paper asks for').fill('861.00');
  await page.getByRole('link', { name: 'Orders' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('orders');
  await expect(async () => {
    await other.reload();
    await expect(other.getByLabel(/^Billed quantity, Reed, steel, 60 cm, GR/).first()).toBeEnabled({ timeout: 2_000 });
  }).toPass({ timeout: 15_000 });
  await expect(other.getByLabel('The paper asks for')).toHaveValue('861.00');
  // It is free again also when the whole page is left.
  await other.close({ runBeforeUnload: true });
  await page.getByRole('link', { name: /Match bench/ }).click();
  await desk.waiting(/AJ 40602/).click();
  await expect(page.getByLabel(/^Billed quantity, Reed, steel, 60 cm, GR/).first()).toBeEnabled();
  await other.context().close();
});

test('tax that is not what the order expects, and a total that its parts do not make, pass with a reason', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/RW 3393/).click();
  const whole = page.getByRole('region', { name: 'The bill as a whole' });
  // 180.00 at six percent are 10.80; the paper shows 18.00.
  await expect(whole).toContainText('▲ 7.20 USD, 0.21 allowed');
  await page.getByLabel('Why its tax is so').fill('Their new rate');
  await page.getByLabel('The paper asks for').fill('199.50');
  await expect(whole).toContainText('▼ 1.50');
  await expect(page.getByRole('region', { name: 'Footing' })).toContainText(
    'The paper asks for 1.50 USD more than what is entered',
  );
  await page.getByLabel('Why the totals differ').fill('They misadd');
  expect(await desk.footing()).toContain('Payables, Redwillow Paper 198.00');
  await desk.postWaiting();
  const kept = (await decisions(desk)).filter(({ what }) => what === '');
  expect(kept.map(({ kind, amount, reason }) => [kind, amount, reason])).toEqual(
    expect.arrayContaining([
      ['tax', '7.20', 'Their new rate'],
      ['total', '1.50', 'They misadd'],
    ]),
  );
  await desk.expectBooksToAgree();
});

test('large differences are decided by two: one asks, another agrees', async ({ page, browser }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/AJ 40518/).click();
  await page.getByLabel(/^Billed price, Floor loom/).fill('1810');
  await page.getByLabel(/^Reason, Floor loom/).fill('New price list');
  await page.getByLabel('The paper asks for').fill('');
  const foot = page.getByRole('region', { name: 'Footing' });
  await expect(foot.getByRole('status')).toContainText('a second person has to agree');
  await expectAccessible(page);
  await foot.getByRole('button', { name: 'Ask for approval …' }).click();
  await page.keyboard.type('please look');
  await page.keyboard.press('Enter');
  await expect(foot).toContainText('Approval is asked for: this can be posted once somebody else approves it.');
  await expect(foot.getByRole('button', { name: 'Ask for approval …' })).toBeHidden();
  const other = await (await browser.newContext({ locale: 'en-US' })).newPage();
  const approver = new Desk(other);
  await approver.signIn('approver');
  // An order, a bank account, a payment run and a bill that is to be paid elsewhere wait in the demo too.
  await expect(
    other.getByRole('navigation', { name: 'The work' }).getByRole('link', { name: /Approvals/ }),
  ).toContainText('5');
  await other.getByRole('link', { name: /Approvals/ }).click();
  const asked = other.getByRole('region', { name: /AJ 40518/ });
  await expect(asked).toContainText('New price list');
  await expectAccessible(other);
  await asked.getByRole('link', { name: 'its paper' }).click();
  await expect(other.getByRole('heading', { name: 'AJ 40518' })).toBeVisible();
  await expect(other.getByRole('region', { name: 'Lines' })).toContainText('Floor loom');
  await expectAccessible(other);
  await other.goBack();
  await asked.getByRole('button', { name: 'Approve', exact: true }).click();
  await expect(other.getByRole('region', { name: 'Answered' }).getByRole('row', { name: /AJ 40518/ })).toContainText(
    'ApprovedPiet Solander',
  );
  await other.context().close();
  await page.reload();
  await desk.postWaiting();
  expect((await decisions(desk))[0]).toMatchObject({
    by: 'Ines Varga',
    second: 'Piet Solander',
    reason: 'New price list',
  });
  await desk.expectBooksToAgree();
});

test('a line of the paper is dragged onto another receipt, or given one by keyboard', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/AJ 40604/).click();
  await page.getByRole('button', { name: 'All 2 lines of the paper' }).click();
  const line = page.getByRole('table', { name: 'Lines of the paper' }).getByRole('row', { name: /Reed, steel/ });
  const receipts = page.getByRole('table', { name: 'Lines of the bill' }).locator('tbody', { hasText: 'Reed, steel' });
  const billed = receipts.getByLabel(/^Billed quantity/);
  const values = () => billed.evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value));
  await expect(billed.first()).toBeVisible();
  const from = (await values()).indexOf('15');
  const to = (await values()).findIndex((value, at) => value === '' && at !== from);
  expect([from >= 0, to >= 0]).toEqual([true, true]);
  const [start, end] = [await line.locator('td').first().boundingBox(), await receipts.nth(to).boundingBox()];
  await page.mouse.move((start?.x ?? 0) + 30, (start?.y ?? 0) + 12);
  await page.mouse.down();
  await page.mouse.move((start?.x ?? 0) + 40, (start?.y ?? 0) + 40, { steps: 4 });
  await page.mouse.move((end?.x ?? 0) + 60, (end?.y ?? 0) + 14, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await values())[to]).toBe('15');
  await line.getByLabel(/^What Reed/).focus();
  await page.keyboard.press('Home');
  await expect.poll(async () => (await values())[to]).toBe('');
});

test('a paper is taken in where bills are entered: once, in words where not, and looked at beside what is typed', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  const give = (content: string, name = 'bill.xml') =>
    page
      .getByLabel('Bill: XML, PDF, picture or a stack as CSV or XLSX')
      .setInputFiles({ name, mimeType: 'text/xml', buffer: Buffer.from(content) });
  await give('<Order><ID>1</ID></Order>');
  await expect(page.getByRole('alert')).toContainText('its outermost element is another');
  const paper = { number: 'AJ 40700', vendor: 'ALDR', order: '', date: '2026-11-20', currency: 'CAD' };
  const content = billPaper({
    ...paper,
    lines: [{ name: 'Reed, steel, 60 cm', item: 'RD-60', quantity: '2', unit: 'C62', price: '48.50' }],
  });
  await give(content);
  await expect(page).toHaveURL(/\/bench\/\d+\/[\w-]+$/);
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40700');
  await expect(page.getByText('▲ 0.50')).toBeVisible();
  await page.getByRole('button', { name: 'Paper beside' }).click();
  await expect(page.getByRole('complementary', { name: /^The paper/ })).toContainText('AJ 40700');
  await desk.postWaiting();
  await give(content);
  await expect(page.getByRole('alert')).toContainText('AJ 40700 was taken in already: it is the same paper.');
  await page.getByLabel('Why it is another bill').fill('two bills on one paper');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40700');
  await expect(page.getByRole('region', { name: 'Footing' }).getByRole('status')).toContainText('is entered already');
  // A broker's PDF without an XML is drawn beside what is typed; the paper beside stays, in the place of the list.
  const list = page.getByRole('navigation', { name: 'Bills that wait' });
  await expect(list).toBeHidden();
  await page.getByRole('button', { name: 'Put the paper away' }).click();
  await expect(list).toBeVisible();
  await page
    .getByRole('link', { name: /L_40117|Lanternhouse/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Paper beside' }).click();
  const drawn = page.getByRole('complementary').locator('canvas');
  await expect(drawn).toBeVisible();
  const width = (await drawn.boundingBox())?.width ?? 0;
  await page.getByRole('complementary').getByRole('button', { name: 'Larger' }).click();
  await expect.poll(async () => Math.round(((await drawn.boundingBox())?.width ?? 0) / width)).toBe(2);
  await desk.expectBooksToAgree();
});

test('a bill of a thousand lines draws only those in view, and is entered anywhere in it', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  const { rows: vendors } = await desk.ask<{ rows: { id: string; number: string }[] }>('vendors');
  const { rows: items } = await desk.ask<{ rows: { id: string; number: string }[] }>('items');
  const { rows: warehouses } = await desk.ask<{ rows: { id: string }[] }>('warehouses');
  const of = (rows: readonly { id: string; number: string }[], number: string) =>
    rows.find((row) => row.number === number)?.id ?? '';
  const [vendor, warehouse] = [of(vendors, 'PETR'), warehouses[0]?.id ?? ''];
  const lines = Array.from({ length: 1000 }, () => ({
    item: of(items, 'BB-10'),
    quantity: '10',
    price: '0.50',
    discount: '',
    due: '',
  }));
  const order = await desk.send('order', { vendor, date: '2026-11-22', currency: 'USD', warehouse, note: '', lines });
  const came = lines.map((_, at) => ({ of: `${order}/${at + 1}`, quantity: '10' }));
  await desk.send('receipt', { vendor, date: '2026-11-22', warehouse, packingSlip: '', shipment: '', lines: came });
  await desk.billFor('Petrel Mutual');
  await page.getByLabel('Vendor’s number').fill('PM-1000');
  await page.getByRole('button', { name: 'Bill everything received' }).click();
  const grid = page.getByRole('table', { name: 'Lines of the bill' });
  await expect(grid).toHaveAttribute('aria-rowcount', '1001');
  expect(await grid.locator('tbody[data-index]').count()).toBeLessThan(80);
  await page.locator('.body').evaluate((body) => body.scrollTo(0, body.scrollHeight / 2));
  const middle = grid.locator('tbody[data-index="480"], tbody[data-index="490"], tbody[data-index="500"]').first();
  await middle.getByLabel(/^Billed quantity/).fill('4');
  expect(await desk.footing()).toContain('Payables, Petrel Mutual 4,997.00');
  await desk.post();
  await unmatched(desk);
  await desk.expectBooksToAgree();
});
