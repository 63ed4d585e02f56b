import { expect, test } from '@playwright/test';
import type { HeldView } from '@obolus/contract/views/receiving';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { ItemView } from '@obolus/contract/views/setUp';
import type { OrderView } from '@obolus/contract/views/orders';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

const idIn = (desk: Desk): string => /documents\/(\d+)/.exec(desk.page.url())?.[1] ?? '';
const orderOf = (desk: Desk, id: string): Promise<OrderView> => desk.ask<OrderView>(`orders/${id}`);
const documentOf = (desk: Desk, id: string): Promise<DocumentView> => desk.ask<DocumentView>(`documents/${id}`);

/** Places an order and gives its id. */
async function placeOrder(
  desk: Desk,
  vendor: string,
  lines: readonly (readonly [item: string, quantity: string, price: string])[],
): Promise<string> {
  await desk.go('/orders/new');
  await desk.choose('Vendor', vendor);
  for (const [at, [item, quantity, price]] of lines.entries()) {
    if (at > 0) await desk.page.getByRole('button', { name: 'Another line' }).click();
    await desk.choose(`Item, line ${at + 1}`, item);
    await desk.page.getByLabel(`Quantity, line ${at + 1}`).fill(quantity);
    await desk.page.getByLabel(`Price, line ${at + 1}`).fill(price);
  }
  await expect(desk.page.getByText('Posts nothing')).toBeVisible();
  await desk.page.keyboard.press('Control+Enter');
  await expect(desk.page).toHaveURL(/\/documents\/\d+$/);
  return idIn(desk);
}

/** A simulated keyboard-wedge scanner: types a code wherever the focus is and ends it with Enter; FNC1 is Ctrl+]. */
async function scan(desk: Desk, code: string): Promise<void> {
  for (const [at, part] of code.split('\u001d').entries()) {
    if (at > 0) await desk.page.keyboard.press('Control+]');
    await desk.page.keyboard.type(part);
  }
  await desk.page.keyboard.press('Enter');
}

async function codeOf(desk: Desk, number: string, unit: string): Promise<string> {
  const { rows } = await desk.ask<{ rows: ItemView[] }>('items');
  return rows.find((item) => item.number === number)?.codes.find((code) => code.unit === unit)?.code ?? '';
}

test('three orders come in one delivery: short, over, rejected, lots and fifty serial numbers; then the receipt is taken back', async ({
  page,
}) => {
  test.setTimeout(90_000);
  const desk = new Desk(page);
  await desk.signIn();
  const orders = [
    await placeOrder(desk, 'petrel', [['YM-EC', '100', '20']]),
    await placeOrder(desk, 'petrel', [['FL-120', '50', '1000']]),
    await placeOrder(desk, 'petrel', [
      ['YL-NA', '10', '18'],
      ['DY-IN', '12', '15'],
    ]),
  ];
  const before = await desk.held();

  await desk.go('/receiving');
  await page.getByRole('link', { name: /Petrel Mutual/ }).click();
  await page.getByLabel('Packing slip').fill('PM-PS 88');
  // Three percent more and two percent less are taken: 1.5 of 100 may be missing, 0.3 of 10 be too many, half a kilogram may not.
  await page.getByLabel(/^Received now, Merino yarn on cones, ecru/).fill('98.5');
  await expect(page.getByText('1.5 kg less than outstanding')).toBeVisible();
  await page.getByLabel(/^No more comes of Merino/).check();
  await page.getByLabel(/^Received now, Linen/).fill('10.5');
  await expect(page.getByText('only 0.3 kg are allowed')).toBeVisible();
  await expect(page.getByText('Only 10.3 of this line may come: 10 are open.').first()).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel(/^Received now, Linen/).fill('10.3');
  await page.getByLabel(/^Received now, Floor loom/).fill('50');
  await page.getByLabel(/^First number of a run, Floor loom/).fill('FL-0201');
  await page.getByRole('button', { name: 'FL-0201 to FL-0250' }).click();
  await page.getByLabel(/^Received now, Indigo/).fill('10');
  await page.getByLabel(/^Lot 1, Indigo/).fill('PD-1');
  await page.getByLabel(/^Last day of lot 1, Indigo/).fill('2026-11-01');
  await expect(page.getByText('Lot PD-1 is past its day: reject it, or correct the day.').first()).toBeVisible();
  await page.getByLabel(/^Last day of lot 1, Indigo/).fill('2028-06-30');
  await page.getByRole('button', { name: /^Reject some of Indigo/ }).click();
  await page.getByLabel('Quantity that is held 1').fill('2');
  await page.getByLabel('Where it stands 1').fill('Rejects');
  await page.getByLabel('Why it is held 1').fill('Lids sprung');
  // 98.5 × 20, 50 × 1,000, 10.3 × 18 and 10 × 15; what is rejected posts nothing.
  expect(await desk.footing()).toEqual([
    'Inventory, Merino yarn on cones, ecru 1,970.00',
    'Inventory, Floor loom, oak, 120 cm 50,000.00',
    'Inventory, Linen yarn on cones, natural 185.40',
    'Inventory, Indigo dye, 250 g tin 150.00',
    'Goods received not invoiced, Petrel Mutual 52,305.40',
  ]);
  await desk.post();
  const receipt = idIn(desk);
  await expect(page.getByText('2 tin Indigo dye, 250 g tin: Lids sprung, Rejects')).toBeVisible();

  const [wool, looms, rest] = await Promise.all(orders.map((id) => orderOf(desk, id)));
  expect(wool?.lines).toMatchObject([{ received: '98.5', open: '0', closed: { quantity: '1.5' } }]);
  expect(looms?.lines).toMatchObject([{ received: '50', open: '0', closed: null }]);
  expect(rest?.lines).toMatchObject([
    { received: '10.3', open: '0' },
    { received: '10', open: '2' },
  ]);
  const after = await desk.held();
  const more = (number: string) => Number(after.get(number)) - Number(before.get(number) ?? '0');
  expect(['YM-EC', 'FL-120', 'YL-NA', 'DY-IN'].map((number) => more(number).toFixed(1))).toEqual([
    '98.5',
    '50.0',
    '10.3',
    '10.0',
  ]);
  const posted = await documentOf(desk, receipt);
  const loom = posted.lines.find((line) => line.number === 'FL-120');
  expect([loom?.lots.length, loom?.lots[0]?.lot, loom?.lots[49]?.lot]).toEqual([50, 'FL-0201', 'FL-0250']);

  await desk.go('/receiving/held');
  const row = page.getByRole('row', { name: /Indigo dye.*Petrel Mutual/ });
  await expect(row).toContainText('Lids sprung · Rejects');

  // Undone exactly: what it brought goes, its orders are open again, and nothing of it is held.
  await desk.find(posted.number);
  await page.getByRole('button', { name: 'Reverse', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.type('delivered to the wrong door');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  expect(await desk.held()).toEqual(before);
  expect(
    (await Promise.all(orders.map((id) => orderOf(desk, id)))).map(({ lines }) => lines.map(({ open }) => open)),
  ).toEqual([['100'], ['50'], ['10', '12']]);
  const { rows } = await desk.ask<{ rows: HeldView[] }>('held-goods');
  expect(rows.some((held) => held.vendor.name === 'Petrel Mutual')).toBe(false);
  await desk.expectBooksToAgree();
});

test('goods are received on a tablet with a scanner and the keyboard alone', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 768, height: 1024 }, hasTouch: true });
  const desk = new Desk(await context.newPage());
  const { page } = desk;
  await desk.signIn('receiver');
  const [pack, tin] = [await codeOf(desk, 'DY-IN', 'case'), await codeOf(desk, 'DY-IN', '')];
  await desk.go('/receiving');
  await page.getByLabel('Find what came').focus();
  await scan(desk, tin);
  await expect(page.getByRole('heading', { name: 'Kumo Dyeworks' })).toBeVisible();
  await expect(page.getByLabel('Scan', { exact: true })).toBeFocused();
  // Two cases of twelve of one lot, with its day, and a tin of another.
  for (const _ of [1, 2]) await scan(desk, `]C101${pack}1728063010KD-2801`);
  await scan(desk, `]C110KD-2802\u001d01${tin}17280731`);
  await expect(page.getByText(/^Indigo dye, 250 g tin, PO-1017: 25 tin$/)).toBeVisible();
  await scan(desk, '99999999999994');
  await expect(page.getByText(/nothing from Kumo Dyeworks waits for this/)).toBeVisible();

  const small = await page
    .locator('.dock :is(button, a, input, select)')
    .evaluateAll(
      (all) =>
        all
          .map((one) => one.getBoundingClientRect())
          .filter(({ width, height }) => width > 0 && Math.min(width, height) < 28).length,
    );
  expect(small).toBe(0);
  const low = await page
    .locator('.dock :is(button, a, input:not([type=checkbox]), select)')
    .evaluateAll(
      (all) =>
        all
          .map((one) => one.getBoundingClientRect())
          .filter(({ width, height }) => width > 0 && (width < 44 || height < 44)).length,
    );
  expect(low).toBe(0);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

  await desk.post();
  const posted = await documentOf(desk, idIn(desk));
  expect(posted.lines).toMatchObject([
    {
      number: 'DY-IN',
      quantity: '25',
      lots: [
        { lot: 'KD-2801', quantity: '24' },
        { lot: 'KD-2802', quantity: '1' },
      ],
    },
  ]);
  await desk.expectBooksToAgree();
  await context.close();
});

test('goods without an order wait until somebody says what became of them', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('receiver');
  await desk.go('/receiving');
  await page.getByRole('link', { name: /Redwillow Paper/ }).click();
  await page.getByRole('button', { name: 'Goods without an order' }).click();
  await page.getByLabel('Quantity that is held 1').fill('3');
  await expect(page.getByText('Fill this in.').first()).toBeVisible();
  await page.getByLabel('What is held 1', { exact: true }).fill('Rolls of kraft paper');
  await page.getByLabel('Why it is held 1').fill('Nobody knows of an order');
  await expect(page.getByText('Posts nothing')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('3 Rolls of kraft paper: Nobody knows of an order')).toBeVisible();

  await desk.go('/receiving/held');
  await page.getByRole('button', { name: 'State the outcome of Rolls of kraft paper' }).click();
  await page.getByLabel('Quantity', { exact: true }).fill('4');
  await page.getByLabel('Reason').fill('collected');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Only 3 of it is held.')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Quantity', { exact: true }).fill('3');
  await page.getByLabel('Reason').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^AC-\d+ is posted\.$/)).toBeVisible();
  await expect(page.getByRole('row', { name: /kraft/ })).toBeHidden();
});

test('an announced delivery is filled in, scanned further, received with its bill in one step and put away', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/receiving');
  await page.getByLabel('Find what came').fill('dsw-da');
  await page.keyboard.press('Enter');
  await expect(
    page.getByText('2 of “Net shuttle, sample · DSW 60”: nothing is to come that is called so'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Fill it in' }).click();
  const came = page.getByLabel(/^Received now, Boat shuttle/);
  await expect(came).toHaveValue('450');
  await expect(page.getByLabel('Packing slip')).toHaveValue('DSW-DA 412');
  // The two boxes that are missing are scanned by the stand-in for a scanner.
  for (const quantity of ['475', '500']) {
    await page.getByRole('button', { name: 'Simulated scanner' }).click();
    await page.getByRole('menuitem', { name: /Boat shuttle, box/ }).click();
    await expect(came).toHaveValue(quantity);
  }
  await page.getByLabel('Number of the bill').fill('DSW-5530');
  // 20 boxes at 206.25; at standard 8.25; freight of 0.18 each is expected and goes to landed cost variance.
  const shown = await desk.footing();
  expect(shown.filter((line) => line.startsWith('Payables') || line.startsWith('Inventory'))).toEqual([
    'Inventory, Boat shuttle · TRADE 4,125.00',
    'Payables, Dholka Shuttle Works 4,125.00',
  ]);
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  const receipt = await documentOf(desk, idIn(desk));
  const bill = receipt.trail.flatMap(({ documents }) => documents).find(({ number }) => number.startsWith('VB-'));
  expect(await documentOf(desk, bill?.id ?? '')).toMatchObject({ reference: 'DSW-5530', amount: '4125.00' });

  await desk.go('/receiving');
  await expect(page.getByText('DSW-DA 412')).toBeHidden();
  await expectAccessible(page);
  await page.getByRole('link', { name: /On the dock/ }).click();
  const put = page.getByLabel(`Put away, Boat shuttle, ${receipt.number}`);
  await put.fill('501');
  await expect(page.getByText('Only 500 of it still stand on the dock, not 501.').first()).toBeVisible();
  await expectAccessible(page);
  await put.fill('500');
  await expect(page.getByLabel(`Bin, Boat shuttle, ${receipt.number}`)).toHaveValue('S-01');
  await expect(page.getByText('No entry: nothing of value moves.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await expect(page.getByRole('row', { name: /Boat shuttle/ })).toContainText('S-01');
  await desk.go('/receiving');
  await page.getByRole('link', { name: /On the dock/ }).click();
  await expect(page.getByLabel(`Put away, Boat shuttle, ${receipt.number}`)).toBeHidden();
  await desk.expectBooksToAgree();
});

test('who counts blind sees what may come and not how many; a photo goes with what is rejected', async ({
  browser,
}) => {
  const [admin, receiver] = (await Promise.all(
    (['administrator', 'receiver'] as const).map(async (role) => {
      const desk = new Desk(await (await browser.newContext()).newPage());
      await desk.signIn(role);
      return desk;
    }),
  )) as [Desk, Desk];
  await admin.go('/setup');
  await admin.page.getByRole('link', { name: 'Company', exact: true }).click();
  await admin.page.getByLabel('Count blind').check();
  await admin.page.getByRole('button', { name: 'Save' }).click();
  await expect(admin.page.getByRole('region', { name: 'Changes' })).toContainText('Count blind');
  const { page } = receiver;
  await receiver.go('/receiving');
  await page.getByRole('link', { name: /Beira Linho/ }).click();
  await expect(page.getByRole('columnheader', { name: 'Outstanding' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'All of it came' })).toBeHidden();
  await page.getByLabel(/^Received now, Linen/).fill('60');
  await expect(page.getByText('This is not what may come: count again').first()).toBeVisible();
  await page.getByLabel(/^Received now, Linen/).fill('38');
  await page.getByRole('button', { name: /^Reject some of Linen/ }).click();
  await page.getByLabel('Quantity that is held 1').fill('2');
  await page.getByLabel('Why it is held 1').fill('Moths');
  await page.getByLabel('Photo of what is held 1').setInputFiles({
    name: 'cones.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
  });
  await expect(page.getByRole('img', { name: 'What it looks like' })).toBeVisible();
  await receiver.post();
  await receiver.go('/receiving/held');
  await expect(page.getByRole('row', { name: /Moths/ }).getByRole('img', { name: 'What it looks like' })).toBeVisible();
  await admin.page.reload();
  await admin.page.getByLabel('Count blind').uncheck();
  await admin.page.getByRole('button', { name: 'Save' }).click();
  await expect(admin.page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await receiver.expectBooksToAgree();
});
