import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import type { OrderView } from '@obolus/contract/views/orders';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a list is narrowed, sorted and kept as a view by keyboard, and goes out as a file with just that', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders/lines');
  const lines = page.getByRole('table', { name: 'Order lines' });
  await expect(page.getByText('14 lines')).toBeVisible();
  await page.getByRole('button', { name: 'Late', exact: true }).click();
  await expect(lines.getByRole('row', { name: /PO-1010/ })).toContainText('▲ 12');
  await expect(lines.getByRole('row', { name: /PO-1019/ })).toHaveCount(0);
  await page.keyboard.press('/');
  await page.keyboard.type('linen');
  await expect(page.getByText('1 line', { exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save this view' }).click();
  await page.keyboard.type('Late linen');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Late linen', exact: true })).toHaveAttribute('aria-pressed', 'true');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV' }).click(),
  ]);
  const rows = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\n');
  expect([rows.length, rows[1]]).toEqual([2, expect.stringContaining('PO-1014')]);
  // The way it is looked at stands in the address.
  await page.reload();
  await expect(page.getByText('1 line', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await expect(page.getByText('1 line', { exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Late linen', exact: true }).click();
  await page.getByRole('button', { name: 'Forget Late linen' }).click();
  await expect(page.getByRole('button', { name: 'Late linen', exact: true })).toBeHidden();
  // Rows are walked with the arrow keys and opened with Enter.
  await page.getByRole('button', { name: 'Outstanding' }).first().click();
  const row = lines.getByRole('row', { name: /PO-1010/ });
  await expect(row).toHaveCount(1);
  await row.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PO-1014');
});

test('conditions and columns of a list are changed in words', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders');
  await page.getByRole('button', { name: 'Filter …' }).click();
  await page.getByLabel('Column of condition 1').selectOption('Ordered');
  await page.getByLabel('What condition 1 compares with').fill('15000');
  const orders = page.getByRole('table', { name: 'Purchase orders' });
  await expect(orders.getByRole('row', { name: /PO-1020/ })).toBeVisible();
  await expect(orders.getByRole('row', { name: /PO-1019/ })).toHaveCount(0);
  await page.getByLabel('What condition 1 compares with').fill('a lot');
  await expect(page.getByText('Ordered: “a lot” is not understood as a figure.')).toBeVisible();
  await page.getByLabel('Take condition 1 away').click();
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('Show Buyer').check();
  await page.keyboard.press('Escape');
  await expect(orders.getByRole('row', { name: /PO-1019/ })).toContainText('Tomas Reyl');
});

test('a new vendor and a new item are set up without leaving the order that needs them', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await desk.go('/orders/new');
  await desk.choose('Vendor', 'Mossgate Bindery');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Name', { exact: true })).toHaveValue('Mossgate Bindery');
  await dialog.getByLabel('Number', { exact: true }).fill('MOSS');
  await dialog.getByRole('button', { name: 'Set up vendor' }).click();
  await expect(dialog.getByText('fill this in')).toBeVisible();
  await dialog.getByRole('combobox', { name: 'Terms' }).focus();
  await page.keyboard.type('30 days after');
  await page.keyboard.press('Enter');
  await dialog.getByRole('button', { name: 'Set up vendor' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Mossgate Bindery');
  // A bill of 23 November, thirty days after the end of its month.
  await expect(page.getByText('Terms: due Dec 30, 2026')).toBeVisible();
  await desk.choose('Item, line 1', 'Pattern books');
  await dialog.getByLabel('Number', { exact: true }).fill('PB-1');
  await dialog.getByLabel('Stock unit').fill('each');
  await dialog.getByLabel('Costing method').selectOption('average');
  await dialog.getByRole('button', { name: 'Add: Packs' }).click();
  await dialog.getByLabel('Pack, packs 1').fill('carton');
  await dialog.getByLabel('Stock units in one, packs 1').fill('12');
  await dialog.getByRole('button', { name: 'Set up item' }).click();
  await expect(dialog).toBeHidden();
  await page.getByLabel('Quantity, line 1').fill('5');
  await page.getByLabel('Unit, line 1').selectOption('carton of 12 each');
  await page.getByLabel('Price, line 1').fill('96');
  await page.getByLabel('More of line 1').click();
  await page.getByLabel('Tax code, line 1').selectOption('S6T');
  await page.getByLabel('Shipment, line 1').fill('FHL-099');
  await page.getByLabel('Warehouse, line 1').selectOption('Overflow');
  await page.getByLabel('Incoterm').selectOption('FCA');
  await page.getByLabel('Named place').fill('Mossgate');
  const footing = page.getByRole('region', { name: 'Footing' });
  // 6 % of 480.00, and 1 % of 508.80.
  await expect(footing.getByText('28.80')).toBeVisible();
  await expect(footing.getByText('5.09')).toBeVisible();
  await expect(page.getByText('Posts nothing')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  const id = /documents\/(\d+)/.exec(page.url())?.[1] ?? '';
  const order = await desk.ask<OrderView>(`orders/${id}`);
  expect(order).toMatchObject({
    terms: '30 days after the month',
    incoterm: 'FCA',
    place: 'Mossgate',
    lines: [{ quantity: '60', asked: '5', taxCode: 'S6T', shipment: 'FHL-099' }],
  });
  await expect(page.getByText('into Overflow · FHL-099 · taxes S6T')).toBeVisible();
  const pdf = await page.request.get(`${process.env.OBOLUS_E2E_URL}/api/orders/${id}/paper.pdf`);
  expect([pdf.status(), (await pdf.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  // A copy is on the same terms, and nothing of it is due yet.
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByLabel('Named place')).toHaveValue('Mossgate');
  await expect(page.getByLabel('Incoterm')).toHaveValue('FCA');
});

test('a vendor’s bank account changes only when a second person approves it', async ({ browser }) => {
  const [accountant, approver] = (await Promise.all(
    (['accountant', 'approver'] as const).map(async (role) => {
      const desk = new Desk(await (await browser.newContext()).newPage());
      await desk.signIn(role);
      return desk;
    }),
  )) as [Desk, Desk];
  await accountant.go('/setup/vendors');
  await accountant.page.getByRole('row', { name: /KUMO/ }).click();
  const account = accountant.page.getByLabel('Bank account', { exact: true });
  await expect(account).toHaveValue('JP 0005-123-7654321');
  await account.fill('JP 0009-999-0000001');
  // What is typed survives a reload until it is saved.
  await accountant.page.reload();
  await expect(account).toHaveValue('JP 0009-999-0000001');
  await accountant.page.getByRole('button', { name: 'Save' }).click();
  const waits = accountant.page.getByRole('region', { name: 'A change that waits: Kumo Dyeworks' });
  await expect(waits).toContainText('that is not you, who asked');
  await expect(waits.getByRole('button', { name: 'Approve' })).toBeHidden();
  await expect(account).toHaveValue('JP 0005-123-7654321');
  await approver.open(new URL(accountant.page.url()).pathname);
  await approver.page.getByRole('button', { name: 'Approve' }).click();
  await expect(approver.page.getByText('JP 0009-999-0000001').first()).toBeVisible();
  const history = approver.page.getByRole('region', { name: 'Changes' });
  await expect(history.getByRole('row', { name: /Piet Solander.*Bank account/ }).first()).toContainText(
    'JP 0005-123-7654321',
  );
});

test('what is set up is changed at its form, with what is wrong at the field and a history below', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/setup/tax-codes/new');
  await page.getByLabel('Code', { exact: true }).fill('S6');
  await page.getByLabel('Name', { exact: true }).fill('Again');
  await page.getByRole('button', { name: 'Add: Levels' }).click();
  await page.getByLabel('Tax, levels 1').fill('State tax');
  await page.getByLabel('Percent, levels 1').fill('much');
  await page.getByRole('button', { name: 'Set up tax code' }).click();
  await expect(page.getByText('“much” is not understood as a figure.').first()).toBeVisible();
  await page.getByLabel('Percent, levels 1').fill('7.25');
  await page.getByRole('button', { name: 'Set up tax code' }).click();
  await expect(page.getByText('There is an entry of this already')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Code', { exact: true }).fill('S7');
  await page.getByRole('button', { name: 'Set up tax code' }).click();
  await page.getByRole('row', { name: /S7/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('State tax, from next year');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Changes' }).getByRole('row', { name: /Again/ })).toContainText(
    'State tax, from next year',
  );
});

test('a page of an item and of a vendor tell what was bought, and how prices moved', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Tarnside');
  await page
    .getByRole('option', { name: /^vendor.*Tarnside|Tarnside.*TARN/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Received and not billed' })).toContainText('5,009.56');
  // Of six lines that were due five came, on time and whole.
  await expect(
    page.getByRole('table', { name: 'On time and in full' }).getByRole('row', { name: /^Total/ }),
  ).toContainText('83 %');
  await expect(page.getByRole('region', { name: 'Prices, and how they moved' })).toContainText('▲');
  await expectAccessible(page);
  await desk.go('/setup/items');
  await page.getByRole('row', { name: /YL-NA/ }).click();
  await page.getByRole('link', { name: 'Prices and purchases' }).click();
  await expect(page.getByRole('figure', { name: /Price of one kg over time/ })).toBeVisible();
  await expectAccessible(page);
  await expect(
    page.getByRole('region', { name: 'Ordered and billed' }).getByRole('row', { name: /VB-1011/ }),
  ).toContainText('▲ 2.5');
});
