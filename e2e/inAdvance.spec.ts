import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a prepayment with its tax goes with a run that another person releases', async ({ page, browser }) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('it is entered as the vendor’s prepayment bill says, and handed to a run', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Prepayments', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Prepayments' })).toBeVisible();
    await page.keyboard.press('n');
    await page.getByRole('combobox', { name: 'Vendor', exact: true }).fill('Beira');
    await page.getByRole('option', { name: /Beira Linho/ }).click();
    await page.getByLabel('Amount', { exact: true }).fill('480');
    await page.getByLabel('Tax in it', { exact: true }).fill('480');
    await page.keyboard.press('Tab');
    await expect(page.getByText('The tax is a part of what is paid: it must be less than that.').first()).toBeVisible();
    await page.getByLabel('Tax in it', { exact: true }).fill('80');
    expect(await desk.footing()).toEqual([
      'Prepayments to vendors, Beira Linho 434.96',
      'Input tax 86.99',
      'Bank, Fernhollow euro account · 480.00\u00a0EUR 521.95',
    ]);
    await expectAccessible(page);
    await page.getByRole('link', { name: 'Pay with a run' }).click();
    await expect(page.getByLabel('Amount, prepayment 1')).toHaveValue('480');
    await expect(page.getByLabel('Tax in it, prepayment 1')).toHaveValue('80');
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('480.00 EUR');
    await expect(page.getByText('Posts nothing')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await page.getByRole('link', { name: 'The run' }).click();
    await expect(page.getByRole('row', { name: /Beira Linho/ })).toContainText('On account 80.00 EUR tax in it');
  });
  const [number = ''] = /RN-\d+/.exec((await page.getByRole('heading', { level: 1 }).textContent()) ?? '') ?? [];

  await test.step('another person releases it, and it is a prepayment of the vendor', async () => {
    const other = await browser.newPage();
    const piet = new Desk(other);
    await piet.signIn('approver');
    await other.getByRole('link', { name: /^Approvals/ }).click();
    await other.getByRole('link', { name: new RegExp(`Payment run ${number}`) }).click();
    await expect(other.getByRole('heading', { level: 1 })).toContainText(number);
    await other.getByRole('button', { name: 'Approve' }).click();
    await other
      .getByRole('row', { name: /Beira Linho/ })
      .getByRole('link', { name: /^PP-/ })
      .click();
    await expect(other.getByRole('heading', { level: 1 })).toContainText('PP-');
    await expect(other.getByText('Tax in it 80.00 EUR')).toBeVisible();
    await other.close();
  });
});

test('a rebate is claimed, stands among the credits that are expected, and ends in money and a refusal', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: /^Returns/ }).click();
  await page.getByRole('link', { name: 'Credits expected' }).click();
  await expect(page.getByRole('link', { name: 'New claim' })).toBeVisible();
  await page.keyboard.press('n');
  await page.getByRole('combobox', { name: 'Vendor', exact: true }).fill('Redwillow');
  await page.getByRole('option', { name: /Redwillow Paper/ }).click();
  await page.getByLabel('What is agreed').fill('2 % of what was bought in the third quarter');
  await page.getByLabel('For, line 1').fill('Rebate of the third quarter');
  await page.getByLabel('Amount, line 1').fill('0');
  await page.keyboard.press('Tab');
  await expect(page.getByText('The amount must be more than zero.').first()).toBeVisible();
  await page.getByLabel('Amount, line 1').fill('100');
  expect(await desk.footing()).toEqual([
    'Expected credits, Redwillow Paper 100.00',
    'Purchase price variance, Redwillow Paper 100.00',
  ]);
  await expectAccessible(page);
  await desk.post();
  await expect(page.getByText('Claimed for A rebate')).toBeVisible();

  await page.getByRole('link', { name: /^Returns/ }).click();
  await page.getByRole('link', { name: 'Credits expected' }).click();
  await expect(page.getByRole('row', { name: /Rebate of the third quarter/ })).toContainText('100.00');
  await page.getByRole('row', { name: /Rebate of the third quarter/ }).click();
  await page.getByRole('link', { name: 'No credit memo comes' }).click();
  await page.getByLabel(/^Closed of .*Rebate/).fill('100');
  await page.getByLabel(/^Came in money for .*Rebate/).fill('60');
  await page.getByLabel('Reason').fill('The rest was not reached');
  expect(await desk.footing()).toEqual([
    'Bank, Fernhollow main account 60.00',
    'Purchase price variance, Redwillow Paper 40.00',
    'Expected credits, Redwillow Paper 100.00',
  ]);
  await desk.post();
  await page.getByRole('link', { name: /^Returns/ }).click();
  await page.getByRole('link', { name: 'Credits expected' }).click();
  await expect(page.getByRole('row', { name: /Rebate of the third quarter/ })).toBeHidden();
});
