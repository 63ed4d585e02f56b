import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a run is entered by one and released by another; what the bank sends back is open again, what it took is booked', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('what is due is proposed over all vendors, what is held says why', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await expect(page.getByRole('row', { name: /RN-1002.*Waits for release/ })).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('n');
    // Of each account what is owed in its currency; the main one pays the rest.
    await expect(page.getByLabel('Pay of Beira Linho 2026/1131')).toHaveValue('');
    await expect(page.getByText('Paid from another account').first()).toBeVisible();
    await page.getByLabel('Paid from').selectOption({ label: 'Fernhollow euro account · EUR' });
    await expect(page.getByLabel('Pay of Beira Linho 2026/1131')).toHaveValue('2,238.00');
    await expect(page.getByLabel('Pay of Aldergrove Joinery A-0826')).toHaveValue('');
    await expectAccessible(page);
    await page.getByLabel('Paid from').selectOption({ label: 'Fernhollow main account · USD' });
    await expect(page.getByLabel('Pay of Aldergrove Joinery A-0826')).toHaveValue('1,154.00');
    // The other may pay it too, at the bank's own rate.
    await page.getByLabel('Settle Beira Linho 2026/1131').check();
    await expect(page.getByLabel('Settle Dholka Shuttle Works DSW-5402')).toBeDisabled();
    await expect(page.getByText('Bank account waits for approval').first()).toBeVisible();
    await expect(page.getByText('In RN-1002, not released').first()).toBeVisible();
    // Of all that is proposed, two vendors stay: linen in part, and paper.
    for (const name of ['Aldergrove Joinery A-0826', 'Tarnside Fibres TF-20466'])
      await page.getByLabel(`Settle ${name}`).uncheck();
    for (const name of ['GW-76811', 'GW-76990', 'GW-76990-C'])
      await page.getByLabel(`Settle Greywake Lines ${name}`, { exact: true }).uncheck();
    await page.getByLabel('Pay of Beira Linho 2026/1131').fill('3000');
    await expect(page.getByText('Only 2,238.00 is open on this bill.').first()).toBeVisible();
    await page.getByLabel('Pay of Beira Linho 2026/1131').fill('2000');
    await expect(page.getByText('Posts nothing')).toBeVisible();
    await expect(page.getByText('2,000.00 EUR')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await page.getByRole('link', { name: 'The run' }).click();
    await expect(page.getByText('Waits for another person to release it')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Approve' })).toBeHidden();
  });
  const address = page.url();
  const [number = ''] = /RN-\d+/.exec((await page.getByRole('heading', { level: 1 }).textContent()) ?? '') ?? [];

  await test.step('another person looks at it and releases it', async () => {
    const other = await browser.newPage();
    const piet = new Desk(other);
    await piet.signIn('approver');
    await other.getByRole('link', { name: /^Approvals/ }).click();
    await other.getByRole('link', { name: new RegExp(`Payment run ${number}`) }).click();
    await expect(other.getByRole('row', { name: /Beira Linho/ })).toContainText('2,000.00');
    await expectAccessible(other);
    await other.getByRole('button', { name: 'Approve' }).click();
    await expect(other.getByText(/^Released by Piet Solander/)).toBeVisible();
    await expect(other.getByRole('row', { name: /Redwillow Paper/ })).toContainText('Not sent yet');
    await other.close();
  });

  await test.step('it goes to the bank once, which sends one payment back and takes the other', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await page.getByRole('link', { name: number }).click();
    await expect(page).toHaveURL(address);
    await page.getByRole('button', { name: 'Tell vendors' }).click();
    await expect(page.getByText('One vendor was told by mail. Without a mail address: Redwillow Paper.')).toBeVisible();
    await page.getByRole('button', { name: 'Send to the bank' }).click();
    await page.getByRole('link', { name: 'What the bank says' }).click();
    await page.getByRole('button', { name: 'Fetch from the bank' }).click();
    await expect(page.getByText('2 files were fetched.')).toBeVisible();
    const status = page.getByRole('region', { name: `Status report ${number}-S` });
    await expect(status.getByRole('row', { name: /Redwillow Paper/ })).toContainText('AC04 The account is closed');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Fetch from the bank' }).click();
    await expect(page.getByText('The bank has nothing new.')).toBeVisible();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await page.getByRole('link', { name: number }).click();
    await expect(page.getByRole('row', { name: /Beira Linho/ })).toContainText('Paid');
    await expect(page.getByRole('row', { name: /Redwillow Paper/ })).toContainText('its bills are open again');
    await page.getByRole('link', { name: /^Payables/ }).click();
    await expect(page.getByText('it agrees')).toBeVisible();
    await expect(page.getByRole('row', { name: /Redwillow Paper/ })).toContainText('449.64');
    await desk.expectBooksToAgree();
  });
});

test('a statement of one’s own bank is read from its file, and what it leaves open is explained', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  // Paid by hand: its check is written from its page.
  await page.getByRole('link', { name: /^Payables/ }).click();
  await page.getByRole('link', { name: 'Pay Redwillow Paper' }).click();
  const [owed = ''] = await desk.footing();
  const paid = owed.split(' ').at(-1) ?? '';
  const payment = await desk.post();
  await page.getByRole('button', { name: 'Write a check' }).press('Enter');
  await page.getByLabel('Number on the form').fill('1250');
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Check 1250' })).toBeVisible();
  const entry = (amount: string, more: string) =>
    `<Ntry><Amt Ccy="USD">${amount}</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-23</Dt></BookgDt>${more}</Ntry>`;
  const statement = `<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.08"><BkToCstmrStmt><Stmt><Id>2026-231</Id><Acct><Id><Othr><Id>US021000021100200</Id></Othr></Id></Acct>
    ${entry('18.40', '<AddtlNtryInf>Courier, cheque book</AddtlNtryInf>')}
    ${entry('77.00', '<NtryDtls><TxDtls><Refs><EndToEndId>XX-1</EndToEndId></Refs></TxDtls></NtryDtls>')}
    ${entry((Number(paid) + 2.5).toFixed(2), '<AddtlNtryInf>Counter withdrawal</AddtlNtryInf>')}
    ${entry('12.00', '<AddtlNtryInf>Deposit at the counter</AddtlNtryInf>').replace('DBIT', 'CRDT')}</Stmt></BkToCstmrStmt></Document>`;
  await page.getByRole('link', { name: /^Payables/ }).click();
  await page.getByRole('link', { name: 'Bank', exact: true }).click();
  await page
    .getByLabel('Read a file of the bank')
    .setInputFiles({ name: 'statement.xml', mimeType: 'application/xml', buffer: Buffer.from(statement) });
  await expect(page.getByText('2026-231 was read.')).toBeVisible();
  const open = page.getByRole('region', { name: 'To be explained' });
  await expect(open.getByRole('row', { name: /Courier, cheque book/ })).toContainText('No payment of ours');
  await expectAccessible(page);
  await open.getByRole('button', { name: /Courier, cheque book is a charge of the bank/ }).click();
  await page.getByLabel('Reason').fill('Cheque book');
  await page.getByRole('button', { name: 'Book the charge' }).click();
  await expect(open.getByRole('row', { name: /Courier/ })).toBeHidden();
  await open.getByRole('button', { name: /XX-1 stands elsewhere/ }).click();
  await page.getByLabel('Reason').fill('Entered by hand as PY-1003');
  await page.getByRole('button', { name: 'Keep the note' }).click();
  // What the bank did not name is said to be the payment: what it took more is its charge.
  await open.getByRole('button', { name: /Counter withdrawal is a payment/ }).click();
  const dialog = page.getByRole('dialog');
  const choices = dialog.getByLabel('Payment', { exact: true });
  await expect(choices).toContainText(payment);
  const labels = await choices.getByRole('option').allTextContents();
  await choices.selectOption(labels.find((label) => label.startsWith(payment)) ?? '');
  await expect(dialog.getByText('2.50', { exact: true })).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Match it' }).click();
  await expect(open.getByRole('row', { name: /Counter withdrawal/ })).toBeHidden();
  await expect(page.getByRole('row', { name: /Counter withdrawal/ })).toContainText('Booked as');
  await open.getByRole('button', { name: /Deposit at the counter is what a vendor paid back/ }).click();
  await expect(dialog.getByRole('link', { name: 'a prepayment that was refunded' })).toBeVisible();
  await page.keyboard.press('Escape');
  await open.getByRole('button', { name: /Deposit at the counter stands elsewhere/ }).click();
  await page.getByLabel('Reason').fill('Not from a vendor');
  await page.keyboard.press('Enter');
  await expect(open).toBeHidden();
  await expect(page.getByText('“Entered by hand as PY-1003”')).toBeVisible();
  await desk.expectBooksToAgree();
});

test('a bill that is to be paid to somebody else waits for a second person, and goes there', async ({
  page,
  browser,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  const remark = page.getByRole('row', { name: /Millrace Turnery/ });
  await test.step('it is held with the reason, and says on its page where it is to be paid', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Open items' }).click();
    await page.getByRole('row', { name: /MT 3318.*Payee to be confirmed/ }).click();
    await expect(page.getByText('Callow Factoring, US 021000021 551100: waits for another person')).toBeVisible();
  });
  await test.step('another person sees both accounts and says that it is right', async () => {
    const other = await browser.newPage();
    await new Desk(other).signIn('approver');
    await other.getByRole('link', { name: /^Approvals/ }).click();
    const asked = other.getByRole('region', { name: /Bill MT 3318 of Millrace Turnery/ });
    await expect(asked.getByRole('row', { name: /Payee/ })).toContainText('Callow Factoring');
    await expectAccessible(other);
    await asked.getByRole('button', { name: 'Pay as the bill asks' }).click();
    await expect(other.getByText(/it is paid there/)).toBeVisible();
    await other.close();
  });
  await test.step('a run pays it there', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Payment runs' }).click();
    await expect(page.getByRole('row', { name: /RN-1001/ })).toBeVisible();
    await page.keyboard.press('n');
    await expect(remark).toContainText('Goes to Callow Factoring');
    await expect(page.getByLabel('Pay of Millrace Turnery MT 3318')).toHaveValue('286.50');
  });
  await desk.expectBooksToAgree();
});
