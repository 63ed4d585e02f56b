import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** Madder yarn and table looms go all the way: order, part received, dearer bill, freight, freight on the goods, delivery, invoice. */
test('goods go from an order to cost of goods, and every step shows its journal before it is posted', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  let order = '';

  await test.step('an order by keyboard alone', async () => {
    await expect(page.getByRole('link', { name: 'New order' })).toBeVisible();
    await page.keyboard.press('n');
    await expect(page.getByRole('combobox', { name: 'Vendor' })).toBeFocused();
    await page.keyboard.type('dholka');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Dholka Shuttle Works' })).toBeVisible();
    for (
      let tab = 0;
      tab < 20 &&
      !(await page.getByRole('combobox', { name: 'Item, line 1' }).evaluate((box) => box === document.activeElement));
      tab += 1
    )
      await page.keyboard.press('Tab');
    await page.keyboard.type('madder red');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await page.keyboard.type('100');
    for (const _ of ['unit', 'price']) await page.keyboard.press('Enter');
    await page.keyboard.type('12.00');
    for (const _ of ['discount', 'due', 'next line']) await page.keyboard.press('Enter');
    await expect(page.getByRole('combobox', { name: 'Item, line 2' })).toBeFocused();
    await page.keyboard.type('bs-25');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await page.keyboard.type('2');
    // Shuttles are bought there by the box of 25.
    await expect(page.getByLabel('Unit, line 2')).toHaveValue('box');
    await expect(page.getByLabel('Price, line 2')).toHaveValue('206.25');
    await expect(page.getByText('50 each · price list')).toBeVisible();
    await expect(page.getByText('1,612.50')).toBeVisible();
    await expect(page.getByText('Posts nothing to the ledger.')).toBeVisible();
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await expect(page.getByRole('heading', { name: 'Dholka Shuttle Works PO-' })).toBeVisible();
    order = (await page.getByRole('heading', { level: 1 }).locator('span').textContent()) ?? '';
  });

  await test.step('a part of it is received', async () => {
    await page.getByRole('link', { name: 'Receive goods' }).click();
    await page.getByLabel('Packing slip').fill('DSW/990');
    await page.getByLabel(`Received now, Merino yarn on cones, madder red, ${order}`).fill('60');
    expect(await desk.footing()).toEqual([
      'Inventory, Merino yarn on cones, madder red 720.00',
      'Goods received not invoiced, Dholka Shuttle Works 720.00',
    ]);
    await desk.post();
    await expect(page.getByText('▼ 892.50 outstanding')).toBeVisible();
  });

  await test.step('along the trail each document shows its own lines and what can be done with it', async () => {
    const receipt = page.url();
    await page.getByRole('link', { name: order, exact: true }).first().click();
    await expect(page.getByRole('button', { name: 'Put on hold' })).toBeVisible();
    await page.getByRole('link', { name: /^GR-/ }).first().click();
    await expect(page).toHaveURL(receipt);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('GR-');
    await expect(page.getByRole('button', { name: 'Put on hold' })).toBeHidden();
    await expect(page.getByRole('columnheader', { name: 'Outstanding' })).toBeHidden();
  });

  await test.step('some of it is delivered and a part of that invoiced', async () => {
    await desk.go('/deliveries/new');
    await page.getByLabel('Customer').fill('Quillmere Weavers');
    await desk.choose('Item, line 1', 'madder red');
    await page.keyboard.press('Enter');
    await page.keyboard.type('60');
    await desk.post();
    await page.getByRole('link', { name: 'Invoice' }).click();
    await page.getByLabel(/^Quantity, Merino/).fill('40');
    await page.getByLabel(/^Price, Merino/).fill('30');
    await desk.post();
    await desk.expectBooksToAgree();
  });

  await test.step('the bill is dearer, and its difference follows the goods', async () => {
    await desk.billFor('Dholka Shuttle Works');
    await page.getByLabel('Vendor’s number').fill('DSW-5611');
    // The paper counts in cones.
    const billed = page.getByLabel(/^Billed quantity, Merino/);
    await billed.fill('120 cone');
    await page.getByLabel(/Billed price, Merino/).fill('12.40');
    await expect(billed).toHaveValue('60');
    await page.getByLabel(/^Reason, Merino/).fill('Agreed with the buyer');
    await expect(page.getByText('▲ 0.40')).toBeVisible();
    const lines = await desk.footing();
    // 20 kg of an earlier receipt went out first; 40 of these 60 are delivered, a part of them invoiced.
    expect(lines).toContain('Payables, Dholka Shuttle Works 744.00');
    expect(lines).toContain('Goods received not invoiced, Dholka Shuttle Works 720.00');
    expect(lines.some((line) => line.startsWith('Cost of goods, Merino yarn on cones, madder red'))).toBe(true);
    await desk.post();
    await desk.expectBooksToAgree();
  });

  await test.step('freight is billed and put on the goods, one share by hand', async () => {
    await desk.go('/bench');
    await desk.choose('A bill of another vendor', 'greywake');
    await page.getByLabel('Vendor’s number').fill('GW-80001');
    await page.getByLabel('Amount of charge 1').fill('100');
    expect(await desk.footing()).toEqual([
      'Charges to allocate, Greywake Lines 100.00',
      'Payables, Greywake Lines 100.00',
    ]);
    await desk.post();
    await page.getByRole('link', { name: 'Allocate charges' }).click();
    await page.getByRole('checkbox', { name: /GW-80001/ }).check();
    await page.getByLabel('Find received lines').fill('Dholka');
    await page.getByRole('checkbox', { name: /madder red.*Dholka/ }).check();
    await page.getByRole('checkbox', { name: /Boat shuttle GR-1008/ }).check();
    await page.getByLabel(/Basis of freight/).selectOption('weight');
    await page.getByLabel(/freight on Merino/).fill('70');
    await page.keyboard.press('Tab');
    await expect(page.getByLabel(/freight on Boat shuttle/)).toHaveAttribute('placeholder', '30.00');
    await desk.post();
    await desk.expectBooksToAgree();
  });

  await test.step('inventory, the trial balance and the stock agree on the screen', async () => {
    await desk.go('/ledger/trial-balance');
    await expect(page.getByText(/is what the stock is worth, to the cent/)).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('link', { name: 'Goods received not invoiced' }).click();
    await expect(
      page.getByRole('table', { name: 'Journal' }).getByText('Goods received not invoiced').first(),
    ).toBeVisible();
    await expectAccessible(page);
  });
});
