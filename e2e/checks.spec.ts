import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('vendors without a bank account are paid by checks: printed, void, written anew, and cashed', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  const row = (vendor: RegExp) => page.getByRole('row', { name: vendor });

  await test.step('a run pays by checks what is owed in the currency of the books, by keyboard', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await expect(page.getByRole('row', { name: /RN-1002/ })).toBeVisible();
    await page.keyboard.press('n');
    await expect(page.getByLabel('Settle Lanternhouse Customs L-39880')).toBeDisabled();
    await page.getByLabel('Paid by').focus();
    await page.keyboard.type('checks');
    await expect(page.getByLabel('Pay of Lanternhouse Customs L-39880')).toHaveValue('763.25');
    await expect(page.getByRole('row', { name: /Beira Linho/ })).toHaveCount(0);
    for (const item of [
      'Redwillow Paper RW 3307',
      'Greywake Lines GW-76811',
      'Greywake Lines GW-76990',
      'Greywake Lines GW-76990-C',
    ])
      await page.getByLabel(`Settle ${item}`, { exact: true }).uncheck();
    for (const item of ['DSW-5361', 'DSW-5402', 'DSW-5477'])
      await page.getByLabel(`Settle Dholka Shuttle Works ${item}`).uncheck();
    await expect(page.getByText('2 payments')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Control+Enter');
    await page.getByRole('link', { name: 'The run' }).click();
    await expect(page.getByText('Waits for another person to release it')).toBeVisible();
  });
  const [number = ''] = /RN-\d+/.exec((await page.getByRole('heading', { level: 1 }).textContent()) ?? '') ?? [];

  await test.step('another person releases it, and each payment has a check', async () => {
    const other = await browser.newPage();
    await new Desk(other).signIn('approver');
    await other.getByRole('link', { name: /^Approvals/ }).click();
    await other.getByRole('link', { name: new RegExp(`Payment run ${number}`) }).click();
    await expect(other.getByRole('heading', { level: 1, name: new RegExp(number) })).toBeVisible();
    await other.getByRole('button', { name: 'Approve' }).click();
    await expect(other.getByRole('row', { name: /Harbor Customs Office/ })).toContainText('Check is out');
    await other.close();
  });

  await test.step('one is void with a reason, and another written with the next number', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await page.getByRole('link', { name: number }).click();
    await expect(row(/Lanternhouse/)).toContainText('1201');
    await page.getByRole('button', { name: 'Void check 1201' }).click();
    await expectAccessible(page);
    await page.keyboard.type('Lost in the mail');
    await page.keyboard.press('Enter');
    await expect(row(/Lanternhouse/)).toContainText('No check stands for it');
    await page.getByRole('button', { name: 'Write a check for Lanternhouse Customs' }).click();
    await expect(row(/Lanternhouse/)).toContainText('1203');
    const print = page.getByRole('link', { name: 'Print checks' });
    const paper = await page.request.get(new URL((await print.getAttribute('href')) ?? '', page.url()).href);
    expect([paper.status(), paper.headers()['content-type']]).toEqual([200, 'application/pdf']);
    await expectAccessible(page);
  });

  await test.step('a spoiled form keeps its number; the register names each', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Checks', exact: true }).click();
    await expect(row(/^1201/)).toContainText('Lost in the mail');
    await page.getByRole('button', { name: 'Spoiled form' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Number on the form').fill('1203');
    await dialog.getByLabel('Reason').fill('Jammed in the printer');
    await page.keyboard.press('Enter');
    await expect(dialog.getByText(/^The numbers before 1204 are used/)).toBeVisible();
    await dialog.getByLabel('Number on the form').fill('1204');
    await dialog.getByRole('button', { name: 'Keep it as spoiled' }).click();
    await expect(row(/^1204/)).toContainText('spoiled');
    await expectAccessible(page);
  });

  await test.step('the bank pays them by their numbers, and then they are not void any more', async () => {
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await page.getByRole('link', { name: number }).click();
    await page.getByRole('button', { name: 'Payees cash them at the simulated bank' }).click();
    await page.getByRole('link', { name: 'What the bank says' }).click();
    await page.getByRole('button', { name: 'Fetch from the bank' }).click();
    await expect(page.getByText('One file was fetched.')).toBeVisible();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await page.getByRole('link', { name: number }).click();
    await expect(row(/Lanternhouse/)).toContainText('Paid');
    await expect(page.getByRole('button', { name: /^Void check/ })).toHaveCount(0);
  });
  await desk.expectBooksToAgree();
});
