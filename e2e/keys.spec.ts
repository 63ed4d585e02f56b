import { expect, type Page, test } from '@playwright/test';
import { DEMO_PASSWORD } from '@obolus/demo/company';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

const focused = (page: Page): Promise<string | null> =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.tagName ?? null);

/** A sign as a German keyboard gives it: by another key than an American one. */
const pressGerman = (page: Page, key: string, code: string): Promise<boolean> =>
  page.evaluate(
    (init) => document.body.dispatchEvent(new KeyboardEvent('keydown', { ...init, shiftKey: true, bubbles: true })),
    { key, code },
  );

async function beginOrder(desk: Desk): Promise<void> {
  await desk.page.getByRole('link', { name: 'Orders' }).first().click();
  await expect(desk.page.getByRole('heading', { name: 'Orders' })).toBeVisible();
  await desk.page.keyboard.press('n');
  await expect(desk.page.getByRole('combobox', { name: 'Vendor' })).toBeVisible();
}

test('a grid is walked, filled down, changed and given back by keys, and its focus is never lost', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await beginOrder(desk);
  await desk.choose('Vendor', 'dholka');
  await desk.choose('Item, line 1', 'shuttle');
  const quantity = page.getByLabel('Quantity, line 1', { exact: true });
  await page.getByLabel('Unit, line 1').selectOption('each');
  await quantity.fill('1200');
  await page.getByRole('button', { name: 'Another line' }).click();
  await expect(page.getByRole('combobox', { name: 'Item, line 2' })).toBeFocused();
  await page.keyboard.press('Control+d');
  await expect(page.getByRole('combobox', { name: 'Item, line 2' })).toHaveValue('Boat shuttle');
  await page.keyboard.press('ArrowRight');
  expect(await focused(page)).toBe('Quantity, line 2');
  await page.keyboard.press('Control+d');
  await expect(page.getByLabel('Quantity, line 2')).toHaveValue('1,200');
  // What stood there is chosen whole: an arrow goes on, F2 goes into it.
  await page.keyboard.press('F2');
  await page.keyboard.type('5');
  await expect(page.getByLabel('Quantity, line 2')).toHaveValue('1,2005');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Quantity, line 2')).not.toHaveValue('1,2005');
  await page.keyboard.press('ArrowUp');
  expect(await focused(page)).toBe('Quantity, line 1');
  await page.keyboard.press('ArrowLeft');
  expect(await focused(page)).toBe('Item, line 1');
  // A line taken out leaves the focus where the next one now stands.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+Delete');
  await expect(page.getByLabel('Quantity, line 2')).toHaveCount(0);
  expect(await focused(page)).toBe('Quantity, line 1');
});

test('what was posted is said and the next screen begins at its title; a box that closes gives the focus back', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await beginOrder(desk);
  await page.getByRole('combobox', { name: 'Vendor' }).focus();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('combobox', { name: 'Vendor' })).toBeFocused();
  await desk.choose('Vendor', 'dholka');
  await desk.choose('Item, line 1', 'shuttle');
  await page.getByLabel('Unit, line 1').selectOption('each');
  await page.getByLabel('Quantity, line 1', { exact: true }).fill('10');
  await page.getByLabel('Price, line 1').fill('8');
  await page.getByRole('button', { name: 'More of line 1' }).click();
  await page.getByLabel('Department, line 1').selectOption('WORKSHOP');
  await expect(page.getByText('Posts nothing')).toBeVisible();
  await page.getByLabel('Price, line 1').focus();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await expect(page.getByRole('region', { name: 'Messages' }).getByText(/PO-\d+/)).toBeVisible();
});

test('keys are meant by what they type, and those of one sign can be switched off', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: 'Orders' }).first().click();
  await expect(page.getByPlaceholder('Find in it')).toBeVisible();
  await pressGerman(page, '/', 'Digit7');
  await expect(page.getByPlaceholder('Find in it')).toBeFocused();
  await page.locator('h1').focus();
  await pressGerman(page, '?', 'Minus');
  const sheet = page.getByRole('dialog', { name: 'Keys' });
  await expect(sheet.getByText('Ctrl ↵')).toBeVisible();
  await expect(sheet.getByText('New document of the list’s kind')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Setup' }).click();
  await page.getByRole('link', { name: 'Your preferences' }).click();
  await page.getByLabel('Single-character shortcuts').selectOption('off');
  await expect(page.getByText('Your preferences are saved.')).toBeVisible();
  await page.locator('h1').focus();
  await page.keyboard.press('?');
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Keys' }).click();
  await expect(sheet.getByText('switched off in your preferences')).toBeVisible();
  await expect(sheet.getByText('New document of the list’s kind')).toBeHidden();
});

test('the guide opens over the screen where one is, explains a figure, and is read in one’s own language', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: 'Stock & cost' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Stock' })).toBeVisible();
  await page.keyboard.press('F1');
  const help = page.getByRole('dialog', { name: 'Guide' });
  await expect(help.getByRole('heading', { name: 'The card' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'What is this: Stock' }).click();
  await expect(help.getByText('a unit cost is shown rounded and never calculated with')).toBeVisible();
  await expect(help.getByRole('heading', { name: 'The card' })).toHaveCount(0);
  await expectAccessible(page);
  await help.getByRole('link', { name: 'Open this chapter in the guide' }).click();
  await expect(page).toHaveURL(/\/guide\/stock-and-cost$/);
  await page.getByRole('navigation', { name: 'Chapters of the guide' }).getByRole('link', { name: 'Orders' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Orders' })).toBeVisible();
  const picture = page.getByRole('img', { name: 'A new order' });
  await picture.scrollIntoViewIfNeeded();
  await expect
    .poll(() => picture.evaluate((image) => 'naturalWidth' in image && Number(image.naturalWidth)))
    .toBeGreaterThan(1000);
  await expectAccessible(page);
});

test.describe('in German', () => {
  test.use({ locale: 'de-DE' });
  test('the guide is German too', async ({ page }) => {
    await page.goto(`${process.env.OBOLUS_E2E_URL}/guide/orders`);
    await page.getByLabel('Name (Mailadresse)').fill('ines@fernhollow.example');
    await page.getByLabel('Passwort').fill(DEMO_PASSWORD);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Bestellungen' })).toBeVisible();
  });
});
