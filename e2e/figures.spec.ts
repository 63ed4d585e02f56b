import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('figures and days are read as they are typed here, and one draft is shown in every locale as it is written there', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await page.getByRole('link', { name: 'Setup' }).click();
  await page.getByRole('link', { name: 'Your preferences' }).click();
  await page.getByLabel('As in').selectOption('de-DE');
  await expect(page.getByRole('cell', { name: '1.234.567,50' })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Orders' }).first().click();
  await page.getByRole('link', { name: /New order/ }).click();
  await desk.choose('Vendor', 'Redwillow');
  await desk.choose('Item, line 1', 'Reed, steel, 60');
  const quantity = page.getByLabel('Quantity, line 1', { exact: true });
  await quantity.fill('1.200/1,5');
  const price = page.getByLabel('Price, line 1', { exact: true });
  await price.fill('1.234,5');
  const due = page.getByLabel('Due, line 1');
  await due.fill('14.3.');
  await due.blur();
  await expect(quantity).toHaveValue('800');
  await expect(price).toHaveValue('1.234,5');
  await expect(due).toHaveValue('14. März 2027');
  await expect(page.getByText('987.600,00').first()).toBeVisible();
  // Typed the other way it is asked about, never taken for a figure a thousand times as large.
  await price.fill('1234.5');
  await price.blur();
  await page
    .getByRole('group', { name: 'Price, line 1: which figure?' })
    .getByRole('button', { name: '1.234,5' })
    .click();
  await expect(price).toHaveValue('1.234,5');
  await due.fill('+7');
  await due.blur();
  await expect(due).toHaveValue('30. Nov. 2026');
  await due.fill('soon');
  await due.blur();
  await expect(page.getByText('“soon” is no day')).toBeVisible();
  await expect(page.getByRole('button', { name: /Place order/ })).toBeDisabled();
  await page.getByRole('row', { name: /Reed/ }).getByRole('button', { name: 'Choose from a month' }).click();
  await page.getByRole('button', { name: /Freitag, 20. November 2026/ }).click();
  await expect(due).toHaveValue('20. Nov. 2026');
  await expect(page.getByText('Draft kept')).toBeVisible();

  // On a machine of another locale they still write as they chose, and as the browser does once they say so.
  const other = new Desk(await (await browser.newContext({ locale: 'sv-SE' })).newPage());
  await other.signIn('buyer');
  await other.open(new URL(page.url()).pathname);
  await expect(other.page.getByLabel('Price, line 1', { exact: true })).toHaveValue('1.234,5');
  await other.page.getByRole('link', { name: 'Setup' }).click();
  await other.page.getByRole('link', { name: 'Your preferences' }).click();
  await other.page.getByLabel('As in').selectOption('');
  await expect(other.page.getByRole('cell', { name: '1 234 567,50' })).toBeVisible();
  await other.page.goBack();
  await other.page.goBack();
  await expect(other.page.getByLabel('Price, line 1', { exact: true })).toHaveValue('1\u00a0234,5');
  await page.reload();
  await expect(price).toHaveValue('1,234.5');
});
