import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('rules expect charges with an order, and what a carrier bills in the end replaces its estimate in one move', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('an order under a shipment shows what the rules expect with it, and may say its own', async () => {
    await page.getByRole('link', { name: 'Orders' }).first().click();
    await page.getByRole('link', { name: 'New order' }).click();
    await desk.choose('Vendor', 'Tarnside');
    await desk.choose('Item, line 1', 'madder red');
    await page.getByLabel('Quantity, line 1').fill('100');
    await page.getByRole('button', { name: 'More of line 1' }).click();
    await page.getByLabel('Shipment, line 1').fill('FHL-016');
    await expect(page.getByText('insurance expected: 0.35 %')).toBeVisible();
    await expect(page.getByText('by rule SEA-FREIGHT')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('1,900.00');
    await page.getByRole('button', { name: 'Change', exact: true }).click();
    await page.getByLabel('Figure of estimated charge 1, line 1').fill('120');
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('120.00');
    await page.getByRole('button', { name: 'As the rules say' }).click();
    await expect(page.getByText('by rule SEA-FREIGHT')).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('what is estimated and not billed waits by whose bill it is, with the difference as soon as an amount is typed', async () => {
    await page.getByRole('link', { name: 'Landing sheet' }).click();
    await page.getByRole('link', { name: 'Unbilled estimates' }).click();
    const linen = page.getByRole('row', { name: /GR-1016/ });
    await expect(linen).toContainText('Greywake Lines');
    await expect(linen).toContainText('172.70');
    await linen.getByRole('checkbox').check();
    await page.getByLabel('Billed freight with GR-1016').fill('250');
    await page.keyboard.press('Tab');
    await expect(linen).toContainText('▲ 77.30');
    await expectAccessible(page);
  });

  await test.step('the carrier’s bill is drafted from it, and its posting puts the charge onto just these goods', async () => {
    await page.getByRole('button', { name: 'Draft bill of Greywake Lines' }).click();
    await page.getByLabel('Vendor’s number').fill('GW-77200');
    await expect(page.getByLabel('Charges go onto')).toHaveValue('goods');
    await page.getByLabel('Basis of freight').selectOption('weight');
    await expectAccessible(page);
    const footing = await desk.footing();
    expect(footing.filter((line) => /Accrued charges|Payables/.test(line))).toEqual([
      'Accrued charges, Beira Linho 172.70',
      'Payables, Greywake Lines 250.00',
    ]);
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await desk.expectBooksToAgree();
  });

  await test.step('it waits no longer, another is closed without a bill, and both stand beside what was estimated', async () => {
    await page.getByRole('link', { name: 'Landing sheet' }).click();
    await page.getByRole('link', { name: 'Unbilled estimates' }).click();
    await expect(page.getByRole('row', { name: /GR-10/ }).first()).toBeVisible();
    await expect(page.getByRole('row', { name: /GR-1016/ })).toHaveCount(0);
    await page.getByRole('checkbox').first().check();
    await page.getByRole('button', { name: 'Close without a bill' }).click();
    const dialog = page.getByRole('dialog');
    await expectAccessible(page);
    await dialog.getByRole('textbox').fill('The vendor carried them');
    await dialog.getByRole('button', { name: 'Close without a bill' }).click();
    await expect(page.getByText('Every estimate is billed')).toBeVisible();
    await page.getByRole('link', { name: 'Estimated and billed' }).click();
    await expect(page.getByRole('row', { name: /Reed/ })).toContainText('Closed without a bill');
    await expect(page.getByRole('row', { name: /natural/ })).toContainText('Billed');
    await expectAccessible(page);
    await desk.expectBooksToAgree();
  });
});
