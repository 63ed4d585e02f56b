import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

interface Held {
  readonly quantity: string;
  readonly layers: readonly { readonly lot: string; readonly quantity: string }[];
}

async function heldOf(desk: Desk, number: string): Promise<Held> {
  const { rows } = await desk.ask<{ rows: { id: string; number: string }[] }>('items');
  return desk.ask<Held>(`stock/${rows.find((item) => item.number === number)?.id ?? ''}/1/held`);
}

test('lots come in as they are named and go out as they are chosen', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/receiving');
  await page.getByRole('link', { name: /Kumo Dyeworks/ }).click();
  await page.getByLabel('Packing slip').fill('K-1240');
  const came = page.getByLabel(/Received now, Indigo/);
  await came.focus();
  await page.keyboard.type('100');
  await expect(
    page.locator('td .wrong', { hasText: 'DY-IN is kept by lot or serial number: say which.' }),
  ).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type('KD-2701');
  await page.keyboard.press('Enter');
  await page.keyboard.type('60');
  await expect(page.getByText('▼ 60 of 100')).toBeVisible();
  await page.getByRole('button', { name: 'Another lot' }).click();
  await page.getByLabel(/^Lot 2, Indigo/).fill('KD-2702');
  await page.getByLabel(/^Quantity of lot 2, Indigo/).fill('40');
  await desk.post();
  await expect(page.getByText('KD-2701 (60) · KD-2702 (40)')).toBeVisible();

  await desk.go('/deliveries/new');
  await page.getByLabel('Customer').fill('Quillmere Weavers');
  await desk.choose('Item, line 1', 'indigo');
  await page.keyboard.press('Enter');
  await page.keyboard.type('70');
  await page.getByRole('button', { name: 'Oldest first' }).click();
  await expect(page.getByLabel('Out of lot KD-2503, line 1')).toHaveValue('12');
  await expect(page.getByLabel('Out of lot KD-2606, line 1')).toHaveValue('58');
  await page.getByLabel('Out of lot KD-2606, line 1').fill('');
  await page.getByLabel('Out of lot KD-2701, line 1').fill('58');
  await desk.post();
  await expect(page.getByText('KD-2503 (12) · KD-2701 (58)')).toBeVisible();
  expect((await heldOf(desk, 'DY-IN')).layers.map(({ lot, quantity }) => [lot, quantity])).toEqual([
    ['KD-2606', '60'],
    ['KD-2607', '30'],
    ['KD-2701', '2'],
    ['KD-2702', '40'],
  ]);

  // The customer gives five of a lot back, of which none were invoiced.
  await page.getByRole('link', { name: 'Goods come back' }).click();
  await page
    .getByLabel(/^Comes back of Indigo/)
    .first()
    .fill('5');
  await page.getByLabel(/^Lot 1, Indigo/).fill('KD-2701');
  expect((await desk.footing()).some((line) => line.startsWith('Shipped not invoiced'))).toBe(true);
  await expectAccessible(page);
  await desk.post();
  await expect(page.getByText('KD-2701 (5)')).toBeVisible();
  await desk.expectBooksToAgree();
});

test('looms come in by scanned serial numbers, none twice, and leave by ticking them', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders/new');
  await desk.choose('Vendor', 'aldergrove');
  await desk.choose('Item, line 1', 'floor loom');
  await page.getByLabel('Quantity, line 1').fill('3');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await page.getByRole('link', { name: 'Receive goods' }).click();
  await page.getByLabel(/Received now, Floor loom/).fill('3');
  const serials = page.getByLabel(/^Serial numbers, Floor loom/);
  await serials.focus();
  for (const serial of ['FL-0151', 'FL-0152', 'FL-0144']) {
    await page.keyboard.type(serial);
    await page.keyboard.press('Enter');
  }
  await expect(page.locator('td .wrong', { hasText: 'FL-120 FL-0144 is here already' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Post receipt/ })).toBeDisabled();
  await serials.fill('FL-0151\nFL-0152\nFL-0153');
  await desk.post();
  await expect(page.getByText('FL-0151 · FL-0152 · FL-0153')).toBeVisible();

  await desk.go('/deliveries/new');
  await page.getByLabel('Customer').fill('Quillmere Weavers');
  await desk.choose('Item, line 1', 'floor loom');
  await page.getByLabel('Quantity, line 1').fill('2');
  await page.getByRole('checkbox', { name: 'FL-0152, line 1' }).check();
  await page.getByRole('checkbox', { name: 'FL-0118, line 1' }).check();
  await desk.post();
  const left = (await heldOf(desk, 'FL-120')).layers.map(({ lot }) => lot);
  expect(left).toContain('FL-0153');
  expect(left).not.toContain('FL-0152');
  await desk.expectBooksToAgree();
});

test('an expense is ordered beside goods, received and billed with tax that is not reclaimed, a difference asked back', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders/new');
  await desk.choose('Vendor', 'redwillow');
  await page.getByRole('button', { name: 'A line for an expense' }).click();
  await page.getByRole('button', { name: 'Take out line 1' }).click();
  await page.getByLabel('Quantity, line 1').fill('10');
  // Nothing is marked before anybody was there, everything once it was to be posted.
  await expect(page.getByText('2 fields are still to be filled in.')).toBeVisible();
  await expect(page.locator('td .wrong')).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('td .wrong', { hasText: 'Fill this in.' }).first()).toBeVisible();
  await page.getByLabel('Expense, line 1').fill('Mailing tubes');
  await page.getByLabel('Price, line 1').fill('3');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await page.getByRole('link', { name: 'Receive goods' }).click();
  await page.getByLabel(/Received now, Mailing tubes/).fill('10');
  expect(await desk.footing()).toEqual([
    'Packing and dispatch, Mailing tubes 30.00',
    'Goods received not invoiced, Redwillow Paper 30.00',
  ]);
  await desk.post();

  await desk.billFor('Redwillow Paper');
  await page.getByLabel('Vendor’s number').fill('RW 3400');
  await page.getByLabel(/^Billed quantity, Mailing tubes/).fill('10');
  await page.getByLabel(/^Billed price, Mailing tubes/).fill('3.2');
  await page.getByLabel(/^Where the difference goes/).selectOption('credit');
  await page.getByLabel(/^Reason, Mailing tubes/).fill('Wrong price, vendor is asked');
  await page.getByRole('button', { name: /^Add a charge/ }).click();
  await page.getByLabel('Kind of charge 1').selectOption('expense');
  await page.getByLabel('Amount of charge 1').fill('8');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('td .wrong', { hasText: 'Fill this in.' })).toBeVisible();
  await page.getByLabel('What expense 1 is for').fill('Pallet');
  await page.getByRole('button', { name: 'Another line' }).click();
  await page.getByLabel('Kind of charge 2').selectOption('tax-kept');
  await page.getByLabel('Amount of charge 2').fill('2');
  await page.getByRole('button', { name: 'Another line' }).click();
  await page.getByLabel('Kind of charge 3').selectOption('tax-reclaimed');
  await page.getByLabel('Amount of charge 3').fill('0.60');
  expect(await desk.footing()).toEqual([
    'Expected credits, Redwillow Paper 2.00',
    'Input tax, Redwillow Paper 0.60',
    'Goods received not invoiced, Redwillow Paper 30.00',
    'Packing and dispatch, Mailing tubes 1.60',
    'Packing and dispatch, Pallet 8.40',
    'Payables, Redwillow Paper 42.60',
  ]);
  await desk.post();
  await desk.expectBooksToAgree();
});
