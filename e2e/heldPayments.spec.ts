import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a bill that is disputed is held by the buyer, and paid once it is released', async ({ browser, page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/payables');
  await page.getByRole('link', { name: 'Open items' }).click();
  const { rows } = await desk.ask<{ rows: { cells: Record<string, string> }[] }>('lists/payables');
  const bill = rows.find(({ cells }) => cells.vendor === 'Beira Linho' && cells.kind === 'vendor-bill')?.cells;
  const number = bill?.number ?? '';

  await test.step('the buyer holds it, with a reason', async () => {
    const other = new Desk(await (await browser.newContext()).newPage());
    await other.signIn('buyer');
    await other.find(number);
    await other.page.getByRole('button', { name: 'Hold payment' }).press('Enter');
    await expect(other.page.getByRole('dialog')).toContainText(`Hold the payment of ${number}`);
    await expect(other.page.getByRole('dialog').getByRole('button', { name: 'Hold payment' })).toBeDisabled();
    await other.page.keyboard.type('Two rolls are stained');
    await expectAccessible(other.page);
    await other.page.keyboard.press('Enter');
    await expect(other.page.getByText('Two rolls are stained')).toBeVisible();
    await other.page.context().close();
  });

  await test.step('it is not proposed, nor paid by whoever ticks it, until it is released', async () => {
    await page.reload();
    await expect(page.getByRole('row').filter({ hasText: bill?.reference ?? '' })).toContainText('Payment held');
    await desk.find(number);
    await page.getByRole('button', { name: 'Release payment' }).press('Enter');
    await page.keyboard.press('Enter');
    await expect(page.getByText(`${number} may be paid.`)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Hold payment' })).toBeVisible();
    await desk.expectBooksToAgree();
  });
});
