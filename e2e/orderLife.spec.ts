import { expect, test } from '@playwright/test';
import type { Commitments, OrderView } from '@obolus/contract/views/orders';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

const idIn = (desk: Desk): string => /documents\/(\d+)/.exec(desk.page.url())?.[1] ?? '';
const orderOf = (desk: Desk, id: string): Promise<OrderView> => desk.ask<OrderView>(`orders/${id}`);

/** Answers the box that asks why, by keyboard. */
async function because(desk: Desk, button: string, reason: string): Promise<void> {
  await desk.page.getByRole('button', { name: button, exact: true }).first().click();
  await expect(desk.page.getByRole('dialog')).toBeVisible();
  await desk.page.keyboard.type(reason);
  await desk.page.keyboard.press('Enter');
  await expect(desk.page.getByRole('dialog')).toBeHidden();
}

test('an order above the buyer’s limit is rejected, changed, approved, sent and received', async ({ browser }) => {
  const [buyer, approver, receiver] = (await Promise.all(
    (['buyer', 'approver', 'receiver'] as const).map(async (role) => {
      const desk = new Desk(await (await browser.newContext()).newPage());
      await desk.signIn(role);
      return desk;
    }),
  )) as [Desk, Desk, Desk];
  await buyer.go('/orders/new');
  await buyer.choose('Vendor', 'dholka');
  await buyer.choose('Item, line 1', 'shuttle');
  await buyer.page.getByLabel('Unit, line 1').selectOption('each');
  await buyer.page.getByLabel('Quantity, line 1').fill('1300');
  await buyer.page.getByLabel('Price, line 1').fill('8');
  await buyer.page.getByRole('button', { name: 'More of line 1' }).click();
  await buyer.page.getByLabel('Department, line 1').selectOption('WORKSHOP');
  await buyer.page.getByRole('button', { name: 'Expect freight or another charge with it' }).click();
  await buyer.page.getByLabel('Figure of estimated charge 1, line 1').fill('0.1');
  await expect(buyer.page.getByText('Posts nothing')).toBeVisible();
  await buyer.page.keyboard.press('Control+Enter');
  await expect(buyer.page.getByText('Waits for approval: above its buyer’s limit of 10,000.00')).toBeVisible();
  const id = idIn(buyer);
  const { number } = await orderOf(buyer, id);
  const again = async (desk: Desk) => {
    await desk.go(desk === approver ? '/approvals' : '/orders');
    await desk.find(number);
  };
  await expect(buyer.page.getByRole('button', { name: 'Mark as sent' })).toBeHidden();
  await expect(buyer.page.getByRole('button', { name: 'Approve' })).toBeHidden();

  await receiver.go('/receiving');
  await receiver.page.getByRole('link', { name: /Dholka Shuttle Works/ }).click();
  await expect(receiver.page.getByRole('link', { name: 'waits for approval' })).toBeVisible();

  // 1,300 × 8 is too much for the approver.
  await again(approver);
  await because(approver, 'Reject …', 'twelve hundred will do');
  await expect(approver.page.getByText('Rejected: a new version asks again')).toBeVisible();

  await again(buyer);
  await buyer.page.getByRole('link', { name: 'Change' }).click();
  await buyer.page.getByLabel('Reason for the change').fill('as agreed with Piet');
  await buyer.page.getByLabel('Quantity, line 1').fill('1270');
  await expect(buyer.page.getByText('Posts nothing')).toBeVisible();
  await buyer.page.keyboard.press('Control+Enter');
  await expect(buyer.page.getByText('Waits for approval: above its buyer’s limit of 10,000.00')).toBeVisible();

  await again(approver);
  await approver.page.getByRole('button', { name: 'Approve' }).click();
  await expect(approver.page.getByText('Approved. Not sent to the vendor yet')).toBeVisible();
  await again(buyer);
  await buyer.page.getByRole('button', { name: 'Mark as sent' }).click();
  await expect(buyer.page.getByText('Approved. The vendor has version 2')).toBeVisible();
  await expect(
    buyer.page.getByRole('table', { name: 'History of the order' }).getByText('twelve hundred will do'),
  ).toBeVisible();

  const before = await receiver.held().then((held) => held.get('BS-25') ?? '0');
  // The window of somebody who was there before it was approved: loaded anew.
  await receiver.page.reload();
  await receiver.go('/receiving');
  await receiver.page.getByRole('link', { name: /Dholka Shuttle Works/ }).click();
  const order = await orderOf(buyer, id);
  await receiver.page.getByLabel(`Received now, Boat shuttle, ${order.number}`).fill('1000');
  // At the standard of 8.25; what was paid differs by purchase price variance, the freight expected by landed cost variance.
  const journal = await receiver.footing();
  expect(journal).toContain('Inventory, Boat shuttle · WORKSHOP 8,250.00');
  expect(journal).toContain('Goods received not invoiced, Dholka Shuttle Works · WORKSHOP 8,000.00');
  await receiver.post();
  expect(BigInt(await receiver.held().then((held) => held.get('BS-25') ?? '0')) - BigInt(before)).toBe(1000n);
  expect(await orderOf(buyer, id)).toMatchObject({
    approval: 'approved',
    version: 2,
    sent: 2,
    lines: [{ received: '1000', open: '270', billed: '0' }],
  });
  await receiver.expectBooksToAgree();
});

test('a sent order is changed, its rest is closed with a reason, and a receipt of it is taken back', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders');
  await page.getByRole('row', { name: /PO-1017.*Kumo Dyeworks/ }).click();
  await expect(page.getByText('The vendor has version 1, version 2 stands')).toBeVisible();
  const id = idIn(desk);
  const history = page.getByRole('table', { name: 'History of the order' });
  await expect(history.getByText('Line 2, Madder dye, 250 g tin: Quantity 60 72')).toBeVisible();

  await page.getByRole('link', { name: 'Change' }).click();
  await page.getByLabel('Reason for the change').fill('a rebate');
  await page.getByLabel('Price, line 1').fill('2000');
  await expect(page.getByText('Posts nothing')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(history.getByText(/Indigo dye.*Price 2,190\.00 2,000\.00/)).toBeVisible();

  // 10 tins at the new price: 20,000 JPY at 0.006730 is 134.60.
  await desk.go('/receiving');
  await page.getByRole('link', { name: /Kumo Dyeworks/ }).click();
  await page.getByLabel(/Received now, Indigo/).fill('10');
  await page.getByLabel(/^Lot 1, Indigo/).fill('KD-2711');
  await page.getByLabel(/^Quantity of lot 1, Indigo/).fill('10');
  expect(await desk.footing()).toEqual([
    'Inventory, Indigo dye, 250 g tin · STUDIO 134.60',
    'Goods received not invoiced, Kumo Dyeworks · STUDIO 134.60',
  ]);
  const receipt = await desk.post();
  const held = await desk.held().then((held) => held.get('DY-IN') ?? '0');

  // A version that goods came by stands while they do.
  await desk.find('PO-1017');
  await history.getByRole('link', { name: /^PV-/ }).last().click();
  await page.getByRole('button', { name: 'Reverse' }).click();
  await page.keyboard.type('a mistake');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Other documents build on this one: GR-');
  await page.getByRole('button', { name: 'Cancel' }).click();

  await desk.find(receipt);
  await because(desk, 'Reverse', 'counted on the wrong slip');
  await expect(page.getByRole('region', { name: 'Journal of the document' })).toContainText('134.60');
  expect(BigInt(held) - BigInt(await desk.held().then((held) => held.get('DY-IN') ?? '0'))).toBe(10n);

  await desk.find('PO-1017');
  await page.getByRole('button', { name: 'Close Indigo dye, 250 g tin' }).click();
  await page.keyboard.type('out of season');
  await page.keyboard.press('Enter');
  await expect(page.getByText('120 closed: out of season')).toBeVisible();
  expect((await orderOf(desk, id)).lines.map(({ open }) => open)).toEqual(['0', '72']);
  await desk.expectBooksToAgree();
});

test('an administrator asks for another limit, and a second person approves it; nobody changes their own', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn('administrator');
  await desk.go('/setup/people');
  await expect(page.getByLabel('Limit of Sam Tolliver')).toBeHidden();
  const limit = page.getByLabel('Limit of Tomas Reyl');
  await limit.fill('a lot');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('“a lot” is not understood as a figure')).toBeVisible();
  await expectAccessible(page);
  await limit.fill('2500');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('takes effect when a second person approves it').first()).toBeVisible();
  await expect(limit).toHaveValue('10,000.00');
  const approver = new Desk(await (await browser.newContext({ locale: 'en-US' })).newPage());
  await approver.signIn('approver');
  await approver.page.getByRole('link', { name: /Approvals/ }).click();
  const asked = approver.page.getByRole('region', { name: 'Approval limit of Tomas Reyl' });
  await expect(asked).toContainText('10,000.00');
  await asked.getByRole('button', { name: 'Approve' }).click();
  await expect(asked).toBeHidden();
  await page.reload();
  await expect(limit).toHaveValue('2,500.00');
});

test('an order of three hundred lines is edited at its end by keyboard and placed whole', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  const { csrfToken } = await desk.ask<{ csrfToken: string }>('session');
  const { rows } = await desk.ask<{ rows: { id: string }[] }>('items');
  const id = crypto.randomUUID();
  const lines = Array.from({ length: 300 }, (_, at) => ({
    of: '',
    item: rows[at % rows.length]?.id,
    quantity: '2',
    price: '1.50',
    discount: '',
    due: '',
  }));
  const { rows: vendors } = await desk.ask<{ rows: { id: string; number: string }[] }>('vendors');
  const body = {
    vendor: vendors.find(({ number }) => number === 'PETR')?.id,
    date: '2026-11-20',
    currency: 'USD',
    warehouse: '1',
    note: '',
    lines,
  };
  const kept = await page.request.put(`${process.env.OBOLUS_E2E_URL}/api/drafts/${id}`, {
    headers: { 'X-CSRF-Token': csrfToken },
    data: { kind: 'order', title: 'Three hundred lines', body, version: 0 },
  });
  expect(kept.ok()).toBe(true);
  // It was kept in another window, so to say.
  await page.reload();
  await desk.go('/orders');
  await page.getByRole('link', { name: /Three hundred lines/ }).click();
  await expect(page.getByLabel('Quantity, line 1', { exact: true })).toHaveValue('2');
  await page.locator('.body').evaluate((area) => area.scrollTo(0, area.scrollHeight));
  await page.getByLabel('Quantity, line 300').fill('4');
  await page.getByLabel('Due, line 300').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Item, line 301' })).toBeFocused();
  await page.getByLabel('Quantity, line 299').focus();
  await page.keyboard.press('Control+Delete');
  await expect(page.getByLabel('Quantity, line 299')).toHaveValue('4');
  // 298 lines of 3.00 and one of 6.00.
  await expect(page.getByText('900.00')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  const placed = await orderOf(desk, idIn(desk));
  expect([placed.lines.length, placed.lines.at(-1)?.quantity]).toEqual([299, '4']);
});

test('an order is copied, and counts among the commitments until it comes', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  const before = await desk.ask<Commitments>('orders/commitments');
  await desk.go('/orders');
  await page.getByRole('row', { name: /PO-1015.*Dholka/ }).click();
  await page.getByRole('button', { name: 'Copy' }).click();
  // Twenty boxes at 206.25, and the templates that were closed on the other.
  await expect(page.getByLabel('Unit, line 1')).toHaveValue('box');
  await expect(page.getByLabel('Quantity, line 1')).toHaveValue('20');
  await expect(page.getByLabel('Expense, line 2')).toHaveValue('Pattern templates');
  await expect(page.getByText('4,210.00')).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByText('Posts nothing')).toBeVisible();
  await expect(page.getByText('Draft kept')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Quantity, line 1')).toHaveValue('20');
  await page.getByLabel('Quantity, line 1').press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  const after = await desk.ask<Commitments>('orders/commitments');
  expect(Number(after.total) - Number(before.total)).toBeCloseTo(4210, 2);
  await desk.go('/orders');
  await page.getByRole('link', { name: 'Commitments' }).click();
  const vendors = page.getByRole('table', { name: 'Commitments: Vendor' });
  await expect(vendors.getByRole('row', { name: /Dholka/ })).toBeVisible();
  await expectAccessible(page);
  await expect(vendors.getByRole('row', { name: /^Total/ })).toContainText(
    new Intl.NumberFormat('en-US', { minimumFractionDigits: 2 }).format(Number(after.total)),
  );
});

test('who types faster than the vendor’s prices come gets them when they come', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  let answer = () => {};
  const asked = new Promise<void>((resolve) => (answer = resolve));
  await page.route('**/api/vendors/*/prices', async (route) => {
    await asked;
    await route.continue();
  });
  await desk.go('/orders/new');
  await desk.choose('Vendor', 'aldergrove');
  await desk.choose('Item, line 1', 'floor loom');
  await page.getByLabel('Quantity, line 1').fill('3');
  await page.getByRole('button', { name: 'Another line' }).click();
  await desk.choose('Item, line 2', 'reed, steel');
  await page.getByLabel('Quantity, line 2').fill('10');
  await page.getByLabel('Price, line 2').fill('47');
  await expect(page.getByText('One field is still to be filled in.')).toBeVisible();
  await expectAccessible(page);
  answer();
  await expect(page.getByLabel('Price, line 1')).toHaveValue('1,585.00');
  await expect(page.getByLabel('Price, line 2')).toHaveValue('47');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
});
