import { expect, type Page, test } from '@playwright/test';
import { DEMO_PASSWORD } from '@obolus/demo/company';
import { expectNoFindings } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

const quantity = (page: Page) => page.getByLabel('Quantity, line 1', { exact: true });

/** An order of looms, begun and kept. */
async function beginOrder(desk: Desk): Promise<void> {
  const { page } = desk;
  await page
    .getByRole('navigation', { name: 'The work' })
    .getByRole('link', { name: /Orders/ })
    .click();
  await page.getByRole('link', { name: /New order/ }).click();
  await desk.choose('Vendor', 'aldergrove');
  await desk.choose('Item, line 1', 'floor loom');
  await quantity(page).fill('2');
  await page.getByLabel('Price, line 1', { exact: true }).fill('1500');
  await page.getByLabel('Note').fill('before');
  await expect(page.getByText('Draft kept')).toBeVisible();
}

test('a session that ended is begun again over the screen, and the work goes on with what was typed', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await beginOrder(desk);
  await page.context().clearCookies();
  await quantity(page).fill('3');
  const again = page.getByRole('dialog', { name: 'Your session has ended' });
  await expect(again).toContainText('Ines Varga');
  await expectNoFindings(page);
  await again.getByLabel('Password').fill('something else');
  await page.keyboard.press('Enter');
  await expect(again.getByRole('alert')).toBeVisible();
  await again.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.keyboard.press('Enter');
  await expect(again).toBeHidden();
  await expect(quantity(page)).toHaveValue('3');
  await expect(page.getByText('Draft kept')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: /Aldergrove Joinery PO-/ })).toBeVisible();
  await expect(page.getByText('4,500.00').first()).toBeVisible();
});

test('a token that was renewed in another window is learnt without a word', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await beginOrder(desk);
  const { email } = (await desk.ask<{ user: { email: string } }>('session')).user;
  await page.request.post(`${process.env.OBOLUS_E2E_URL}/api/session`, { data: { email, password: DEMO_PASSWORD } });
  await quantity(page).fill('5');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: /Aldergrove Joinery PO-/ })).toBeVisible();
});

test('what is typed while the server is away stays here, over a reload too, and is kept when it is back', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await beginOrder(desk);
  await page.route('**/api/**', (route) => route.abort());
  await page.getByLabel('Note').fill('while it was away');
  await expect(page.getByText('kept in this browser')).toBeVisible();
  await page.unroute('**/api/**');
  // By itself.
  await expect(page.getByText('Draft kept')).toBeVisible({ timeout: 10_000 });
  await page.route('**/api/**', (route) => route.abort());
  await page.getByLabel('Note').fill('and again');
  await expect(page.getByText('kept in this browser')).toBeVisible();
  await page.unroute('**/api/**');
  await page.reload();
  await expect(page.getByLabel('Note')).toHaveValue('and again');
  await expect(page.getByText('Draft kept')).toBeVisible({ timeout: 10_000 });
  // What was typed a moment before the window was left is sent when the draft is opened again.
  await page.getByLabel('Note').fill('and at the last');
  await page.reload();
  await expect(page.getByLabel('Note')).toHaveValue('and at the last');
});

test('two windows with one draft say so, and the one that was overtaken loads what is kept', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await beginOrder(desk);
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.getByText('open in another window too')).toBeVisible();
  await expect(page.getByText('open in another window too')).toBeVisible();
  await other.getByLabel('Note').fill('from the other');
  await expect(other.getByText('Draft kept')).toBeVisible();
  await expect(async () => {
    expect((await desk.ask<{ rows: { version: number }[] }>('drafts')).rows[0]?.version).toBeGreaterThan(1);
  }).toPass();
  await page.getByLabel('Note').fill('from here');
  await expect(page.getByText('This draft was changed in another window.')).toBeVisible();
  await page.getByRole('button', { name: 'Load what is kept' }).click();
  await expect(page.getByLabel('Note')).toHaveValue('from the other');
  await other.close();
  await expect(page.getByText('open in another window too')).toBeHidden();
});
