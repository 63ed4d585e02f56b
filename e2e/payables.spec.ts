import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('bills are paid with what the bank took and tax withheld, and what is open is the account', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('payables by age agree with the account, as of any day', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await expect(page.getByText('it agrees')).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('As of').fill('10/1/2026');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('row', { name: /Kumo Dyeworks/ })).toBeHidden();
    await expect(page.getByText('it agrees')).toBeVisible();
    await page.getByLabel('Aged by').selectOption('paper');
    await expect(page.getByText('it agrees')).toBeVisible();
  });

  await test.step('what is due within the week is proposed; one of two is paid', async () => {
    await page.getByRole('link', { name: 'Account of Beira Linho' }).click();
    const account = page.getByRole('table', { name: 'Account' });
    await expect(account.getByRole('row', { name: /PY-1003/ })).toContainText('2026/1108');
    await expect(account.getByRole('row', { name: /Balance/ })).toContainText('3,818.00');
    await expectAccessible(page);
    await page.getByLabel('From', { exact: true }).fill('9/1/2026');
    await page.keyboard.press('Tab');
    await expect(account.getByRole('row', { name: /Brought forward/ })).toContainText('6,238.50');
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Cash outlook' }).click();
    await expect(page.getByRole('row', { name: /^Due already/ })).toContainText('2,238.00 EUR');
    await expectAccessible(page);
    await page.getByRole('link', { name: 'By age' }).click();
    await page.getByRole('link', { name: 'Pay Beira Linho' }).click();
    await expect(page.getByRole('heading', { name: 'Beira Linho payment' })).toBeVisible();
    await expect(page.getByLabel('Pay of 2026/1131')).toHaveValue('2,238.00');
    await expect(page.getByLabel('Settle 2026/1162')).toBeChecked();
    await page.getByLabel('Settle 2026/1162').uncheck();
    await expect(page.getByLabel('Pay of 2026/1162')).toHaveValue('');
    await page.getByLabel('Pay of 2026/1131').fill('2014.20');
    await page.getByLabel('Tax withheld of 2026/1131').fill('223.80');
    // From the account in euro nothing is changed into anything; from the main one the bank takes dollars.
    await page.getByLabel('Bank took, EUR').fill('2010');
    await expect(page.getByText('In the currency of the account the bank takes').first()).toBeVisible();
    await page.getByLabel('Bank took, EUR').fill('2014.20');
    expect(await desk.footing()).toContainEqual(
      expect.stringMatching(/^Bank, Fernhollow euro account · 2,014\.20\sEUR 2,/),
    );
    await page.getByLabel('Paid from').selectOption({ label: 'Fernhollow main account · USD' });
    await page.getByLabel('Bank took, USD').fill('2210');
    await page.getByLabel('Of that, bank’s fee').fill('2300');
    await expect(page.getByText('The fee is a part of what the bank took').first()).toBeVisible();
    await page.getByLabel('Of that, bank’s fee').fill('6.50');
    const footing = await desk.footing();
    expect(footing).toEqual(
      expect.arrayContaining([
        'Payables, Beira Linho 2,447.92',
        'Bank, Fernhollow main account 2,210.00',
        'Bank charges 6.50',
      ]),
    );
    expect(footing.some((line) => line.startsWith('Tax withheld, Beira Linho'))).toBe(true);
    await expectAccessible(page);
    await desk.post();
    await desk.expectBooksToAgree();
  });

  await test.step('only the other bill is open, and the account still agrees', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await expect(page.getByRole('row', { name: /Beira Linho/ })).toContainText('1,580.00');
    await expect(page.getByText('it agrees')).toBeVisible();
    await page.getByRole('link', { name: 'Open items' }).click();
    await expect(page.getByRole('row', { name: /2026\/1162/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /2026\/1131/ })).toBeHidden();
    await expectAccessible(page);
  });
});

test('goods that were prepaid come in at the rate of the day on which they were paid', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  let paid = '';

  await test.step('an order in euro is prepaid, months ago', async () => {
    await page.getByRole('link', { name: 'New order' }).click();
    await desk.choose('Vendor', 'beira');
    await desk.choose('Item, line 1', 'linen');
    await page.getByLabel('Quantity, line 1').fill('100');
    await page.getByLabel('Price, line 1').fill('10');
    await page.getByLabel('Date', { exact: true }).fill('7/1/2026');
    await expect(page.getByText('Posts nothing')).toBeVisible();
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await page.getByRole('link', { name: 'New prepayment' }).click();
    await expect(page.getByLabel('For the goods of')).not.toHaveValue('');
    await expect(page.getByLabel('Currency')).toHaveValue('EUR');
    await page.getByLabel('Payment date').fill('7/2/2026');
    await page.getByLabel('Amount').fill('1000');
    const [line = ''] = await desk.footing();
    paid = line.split(' ').at(-1) ?? '';
    await expectAccessible(page);
    await desk.post();
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Prepayments' }).click();
    await expect(page.getByRole('row', { name: /Beira Linho/ }).first()).toContainText('1,000.00');
    await expectAccessible(page);
  });

  await test.step('its goods come in at what was paid for them, whatever the euro costs today', async () => {
    const rate = await desk.ask<{ rows: { cells: Record<string, string> }[] }>(
      `lists/rates?where=${encodeURIComponent(JSON.stringify([{ column: 'currency', is: 'is', to: 'EUR' }]))}&sort=from&down=yes`,
    );
    expect(rate.rows[0]?.cells.rate).not.toBe(rate.rows.at(-1)?.cells.rate);
    await page.getByRole('link', { name: /^Receiving/ }).click();
    await page.getByRole('link', { name: /Beira Linho/ }).click();
    await page
      .getByLabel(/^Received now, Linen.*, PO-/)
      .last()
      .fill('100');
    expect((await desk.footing()).filter((line) => line.startsWith('Inventory'))).toEqual([
      expect.stringMatching(new RegExp(`^Inventory, Linen.* ${paid}$`)),
    ]);
    await desk.post();
    await desk.expectBooksToAgree();
  });
});

test('goods go back before their bill and after it: what is to be billed is less, or a credit is expected', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('what is not billed goes back from its receipt, at what it came in for', async () => {
    await page.getByRole('link', { name: /^Receiving/ }).click();
    await page.getByRole('link', { name: 'Receipts' }).click();
    await page.getByRole('row', { name: /GR-1013/ }).click();
    await page.getByRole('link', { name: 'Return goods' }).click();
    await expect(page.getByRole('heading', { name: 'Tarnside Fibres return' })).toBeVisible();
    await page.getByLabel('Vendor’s return number').fill('RMA-77');
    await page.getByLabel(/^Goes back of Merino yarn on cones, ecru, GR-1013/).fill('205');
    await expect(page.getByText(/Only 200/).first()).toBeVisible();
    await page.getByLabel(/^Goes back of Merino yarn on cones, ecru, GR-1013/).fill('5');
    await page.getByLabel(/^Reason for Merino yarn on cones, ecru/).fill('Stained');
    await page.getByLabel(/^Photo of what goes back of Merino yarn/).setInputFiles({
      name: 'stains.png',
      mimeType: 'image/png',
      buffer: Buffer.from(
        'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
        'base64',
      ),
    });
    await expect(page.getByAltText('What it looks like')).toBeVisible();
    expect(await desk.footing()).toEqual([
      'Goods received not invoiced, Tarnside Fibres 69.94',
      'Inventory, Merino yarn on cones, ecru 69.94',
    ]);
    await expect(page.getByText('ecru: a bill is still expected for 195 kg.')).toBeVisible();
    await expectAccessible(page);
    await desk.post();
    await expect(page.getByRole('table', { name: 'Lines' })).toContainText('Stained');
    await expect(page.getByRole('link', { name: 'Photo, line 1' })).toBeVisible();
    await desk.expectBooksToAgree();
  });

  await test.step('what is billed waits for a credit memo, which is expected until it comes', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Open items' }).click();
    await page.getByRole('row', { name: /2026\/1162/ }).click();
    // From the bill itself: its goods are found by its number.
    await page.getByRole('link', { name: 'Return goods' }).click();
    await expect(page.getByLabel('Find received goods')).toHaveValue('2026/1162');
    await expect(page.getByLabel(/^Goes back of/)).toHaveCount(1);
    const quantity = page.getByLabel(/^Goes back of Linen/).first();
    await quantity.fill('1');
    await expect(page.getByLabel(/^In return for Linen/).first()).toHaveValue('credit');
    await expect(page.getByText('Balances.')).toBeVisible();
    await expect(page.getByText(/: a credit memo is expected for 1 /)).toBeVisible();
    const number = await desk.post();
    await page.getByRole('link', { name: /^Returns/ }).click();
    await expect(page.getByRole('row', { name: new RegExp(number) })).toContainText('Awaits credit memo');
    await expect(page.getByRole('row', { name: /RMA-77/ })).toContainText('Not billed');
    await expectAccessible(page);
    await page.getByRole('navigation', { name: 'Returns' }).getByRole('link', { name: 'Credits expected' }).click();
    await expect(page.getByRole('row', { name: new RegExp(number) })).toContainText('Beira Linho');
    await desk.expectBooksToAgree();
  });
});

test('what goes back, and what is paid ahead, above what one person decides is agreed to by another', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  const foot = page.getByRole('region', { name: 'Footing' });
  const other = await (await browser.newContext({ locale: 'en-US' })).newPage();
  const approver = new Desk(other);
  await approver.signIn('approver');
  const askThem = async (why: string) => {
    await expect(foot.getByRole('status')).toContainText('a second person has to agree');
    await expectAccessible(page);
    await foot.getByRole('button', { name: 'Ask for approval …' }).press('Enter');
    await page.keyboard.type(why);
    await page.keyboard.press('Enter');
    await expect(foot).toContainText('Approval is asked for: this can be posted once somebody else approves it.');
  };
  const agree = async (title: RegExp, says: readonly string[]) => {
    await other.reload();
    await approver.go('/approvals');
    const asked = other.getByRole('region', { name: title });
    for (const text of says) await expect(asked).toContainText(text);
    await expectAccessible(other);
    await asked.getByRole('button', { name: 'Approve', exact: true }).press('Enter');
    await expect(other.getByRole('region', { name: 'Answered' }).getByRole('row', { name: title })).toContainText(
      'ApprovedPiet Solander',
    );
  };

  await test.step('150 cones at 13.99 go back', async () => {
    await desk.go('/receiving/receipts');
    await page.getByRole('row', { name: /GR-1013/ }).click();
    await page.getByRole('link', { name: 'Return goods' }).click();
    await page.getByLabel(/^Goes back of Merino yarn on cones, ecru, GR-1013/).fill('150');
    await askThem('all of one dye lot');
    await agree(/Goods go back to Tarnside Fibres/, ['Merino yarn on cones, ecru, GR-1013', '150', 'above 2,000.00']);
    await page.reload();
    await desk.post();
  });

  await test.step('4,000 euro are paid before anything comes', async () => {
    await desk.go('/payables/prepayments');
    await page.getByRole('link', { name: 'New prepayment' }).press('Enter');
    await desk.choose('Vendor', 'beira');
    await page.getByLabel('Amount').fill('4000');
    await askThem('they weave for us alone');
    await agree(/Prepayment on account to Beira Linho/, ['4,000.00 EUR', 'above 3,000.00', 'they weave for us alone']);
    await page.reload();
    await desk.post();
  });
  await other.context().close();
  await desk.expectBooksToAgree();
});

test('a deposit is paid, and comes back in part', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/payables/prepayments');
  await page.getByRole('link', { name: 'New prepayment' }).press('Enter');
  await desk.choose('Vendor', 'beira');
  await page.getByLabel('For the goods of').selectOption('a deposit that comes back');
  await page.getByLabel('Amount').fill('500');
  expect((await desk.footing()).join(' ')).toContain('Beira Linho');
  await expect(page.getByText('A deposit is money')).toBeVisible();
  await desk.post();
  await expect(page.getByText('a deposit that comes back')).toBeVisible();
  await page.getByRole('link', { name: 'Paid back' }).press('Enter');
  await expect(page.getByLabel('Amount')).toHaveValue('500.00');
  await page.getByLabel('Amount').fill('600');
  await page.getByLabel('Amount').press('Tab');
  await expect(page.getByText('Only 500.00 is left of this prepayment.').first()).toBeVisible();
  await page.getByLabel('Amount').fill('200');
  await expectAccessible(page);
  await desk.post();
  await desk.go('/payables/prepayments');
  await expect(page.getByRole('row', { name: /Beira Linho/ }).filter({ hasText: '300.00' })).toBeVisible();
  await desk.expectBooksToAgree();
});
