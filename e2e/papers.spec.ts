import { expect, test } from '@playwright/test';
import { billPaper } from '@obolus/demo/billPapers';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** Hands a file to the bench, as it is dropped there. */
async function give(desk: Desk, name: string, content: string): Promise<void> {
  await desk.go('/bench');
  await expect(desk.page.getByRole('heading', { level: 1, name: 'Match bench' })).toBeVisible();
  await desk.page
    .getByLabel('Bill: XML, PDF, picture or a stack as CSV or XLSX')
    .setInputFiles({ name, mimeType: 'text/xml', buffer: Buffer.from(content) });
}

const FOR_REEDS = {
  vendor: 'ALDR',
  order: '',
  date: '2026-11-20',
  currency: 'CAD',
  lines: [{ name: 'Reed, steel, 60 cm', item: 'RD-60', quantity: '2', unit: 'C62', price: '48.50' }],
};

test('a mail’s XML and PDF are one bill; the same number once more is put with it', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.waiting(/MT-5519/).click();
  await page.getByRole('button', { name: 'Paper beside' }).click();
  const paper = page.getByRole('complementary', { name: /^The paper/ });
  await expect(paper).toContainText('MT-5519.xml');
  await paper.getByRole('button', { name: 'MT-5519.pdf' }).press('Enter');
  await expect(paper.locator('canvas').first()).toBeVisible();
  await paper.getByRole('button', { name: 'MT-5519.xml' }).press('Enter');
  await expect(paper.getByText('100 × 0.72')).toBeVisible();

  await give(desk, 'first.xml', billPaper({ ...FOR_REEDS, number: 'AJ 40801' }));
  // The first paper of a server that has just begun.
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40801', { timeout: 20_000 });
  await give(desk, 'again.xml', billPaper({ ...FOR_REEDS, number: 'aj-40801' }));
  await expect(doubts(desk)).toContainText('AJ 40801 waits already: first.xml. Only one of them is to be entered.');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'It is the same bill: put this paper with it' }).press('Enter');
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40801');
  await expect(page.getByText('again.xml is now with AJ 40801.')).toBeVisible();
  await expect(paper.getByRole('button', { name: 'again.xml' })).toBeVisible();
  await page.getByRole('button', { name: 'Put the paper away' }).click();
  await expect(desk.waiting(/40801/i)).toHaveCount(1);
  await page.getByRole('button', { name: 'Paper beside' }).click();
  await paper.getByRole('button', { name: 'again.xml' }).press('Enter');
  await paper.getByRole('button', { name: 'Not of this bill: let it wait by itself' }).press('Enter');
  await expect(page.getByText('again.xml waits by itself now.')).toBeVisible();
  await expect(paper.getByRole('button', { name: 'again.xml' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Put the paper away' }).click();
  await expect(desk.waiting(/40801/i)).toHaveCount(2);
});

const doubts = ({ page }: Desk) => page.getByRole('region', { name: 'To be looked at before it is posted' });

test('what speaks against a paper is said where its bill is posted, of a credit memo too', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  const odd = billPaper({ ...FOR_REEDS, number: 'AJ 40810', order: 'PO-999999', date: '2026-12-24' });
  await give(desk, 'odd.xml', odd.replace('Fernhollow Loom Supply', 'Somebody Else'));
  await expect(doubts(desk).getByRole('listitem')).toHaveText([
    /^▲ It is dated Dec 24, 2026, which is still to come/,
    /^▲ It is made out to “Somebody Else”/,
    /^▲ It names order PO-999999, which is not known here/,
  ]);
  await expectAccessible(page);
  // A credit memo opens as one while the bench still looks at what waits.
  let look = () => {};
  const looking = new Promise<void>((resolve) => (look = resolve));
  await page.route(/bills\/assessed/, async (route) => {
    await looking;
    await route.continue();
  });
  const asked = page.waitForRequest(/bills\/assessed/);
  await desk.go('/bench');
  await asked;
  await give(desk, 'credit.xml', billPaper({ ...FOR_REEDS, number: 'AJ 40811', credits: 'AJ 1' }));
  await expect(doubts(desk).getByRole('listitem')).toHaveText([/^▲ It refers to bill AJ 1, which is not known here/]);
  await expect(page.getByRole('button', { name: /^Post memo/ })).toBeVisible();
  look();
  await desk.go('/bench');
  const row = page.getByRole('main').getByRole('row', { name: /AJ 40810/ });
  await expect(row).toContainText('made out to “Somebody Else”');
});

test('a paper that asks for a prepayment is entered as one', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  const asks = billPaper({ ...FOR_REEDS, number: 'AJ 40802' }).replace('TypeCode>380<', 'TypeCode>386<');
  await give(desk, 'ahead.xml', asks);
  await page.getByRole('link', { name: 'Enter a prepayment' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Aldergrove Joinery');
  await expect(page.getByLabel('Amount', { exact: true })).toHaveValue('97.00');
  expect((await desk.footing()).join(' ')).toContain('Aldergrove Joinery');
  await desk.post();
  await desk.expectBooksToAgree();
});

test('a bill in another currency than its order is held against it at the day’s rate, or at one that was agreed', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  const idOf = async (list: string, number: string) => {
    const { rows } = await desk.ask<{ rows: { id: string; number: string }[] }>(list);
    return rows.find((row) => row.number === number)?.id ?? '';
  };
  const [vendor, item] = [await idOf('vendors', 'ALDR'), await idOf('items', 'RD-60')];
  const { rows: warehouses } = await desk.ask<{ rows: { id: string }[] }>('warehouses');
  const header = { vendor, date: '2026-11-22', warehouse: warehouses[0]?.id ?? '' };
  const lines = [{ item, quantity: '20', price: '48.50', discount: '', due: '' }];
  const order = await desk.send('order', { ...header, currency: 'CAD', note: '', lines });
  const came = [{ of: `${order}/1`, quantity: '20' }];
  await desk.send('receipt', { ...header, packingSlip: '', shipment: '', lines: came });
  const { number } = await desk.ask<{ number: string }>(`orders/${order}`);
  const inDollars = { ...FOR_REEDS, number: 'AJ 40803', order: number, currency: 'USD' };
  const reeds = { name: 'Reed, steel, 60 cm', item: 'RD-60', quantity: '20', unit: 'C62', price: '36' };
  await give(desk, 'dollars.xml', billPaper({ ...inDollars, lines: [reeds] }));

  await expect(page.getByLabel('Currency')).toHaveValue('USD');
  const agreed = page.getByLabel('Agreed rate, CAD for 1 USD');
  await expect(page.getByText(/^Agreed rate, CAD for 1 USD; else 1\.\d+ of the day$/)).toBeVisible();
  const atTheDays = await desk.footing();
  expect(atTheDays).toContain('Payables, Aldergrove Joinery 720.00');
  // What was ordered stands beside it as it was ordered.
  await expect(
    page.getByRole('table', { name: 'Lines of the bill' }).getByRole('cell', { name: '48.50 CAD = 35.3565' }),
  ).toBeVisible();
  await agreed.fill('1.35');
  await agreed.press('Tab');
  // 720.00 × 1.35 = 972.00 of 970.00 Canadian dollars.
  await expect.poll(() => desk.footing()).not.toEqual(atTheDays);
  await expectAccessible(page);
  await desk.postWaiting();
  await desk.find('AJ 40803');
  await expect(page.getByText('1.35, as agreed')).toBeVisible();
  await desk.expectBooksToAgree();
});

test('a bill is due in instalments, as it is typed or as its paper says, and is paid part by part', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  const terms = page.getByLabel('Terms', { exact: true });
  // Its paper says how much is due when: 40 % and 60 %.
  const part = (day: string, percent: string) =>
    `<cac:PaymentTerms><cbc:PaymentPercent>${percent}</cbc:PaymentPercent><cbc:InstallmentDueDate>${day}</cbc:InstallmentDueDate></cac:PaymentTerms>`;
  const asks = billPaper({ ...FOR_REEDS, number: 'AJ 40804' });
  await give(
    desk,
    'parts.xml',
    asks.replace(
      '<cac:LegalMonetaryTotal',
      `${part('2026-11-25', '40')}${part('2027-01-25', '60')}<cac:LegalMonetaryTotal`,
    ),
  );
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40804');
  await terms.selectOption({ label: 'As the paper says, in 2 parts' });
  const parts = page.getByRole('region', { name: 'Instalments' });
  await expect(parts.getByLabel('Amount of instalment 1')).toHaveValue('38.80');
  await expect(page.getByText('Terms: in 2 parts, the last due Jan 25, 2027')).toBeVisible();
  await expectAccessible(page);
  // By keyboard: less in the first, and a third for what is left.
  await parts.getByLabel('Amount of instalment 1').focus();
  await page.keyboard.type('30');
  await page.keyboard.press('Tab');
  await expect(parts.getByText('8.80 of the bill is in none of them yet')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Footing' }).getByRole('status')).toContainText(
    'Instalments come to 88.20, the bill to 97.00.',
  );
  await parts.getByRole('button', { name: 'Add an instalment' }).press('Enter');
  await expect(parts.getByLabel('Amount of instalment 3')).toHaveValue('8.80');
  await expect(parts.getByLabel('Due, instalment 3')).toBeFocused();
  await page.keyboard.type('2/25/2027');
  await page.keyboard.press('Tab');
  await desk.postWaiting();

  await desk.find('AJ 40804');
  await expect(page.getByText('30.00, due Nov 25, 2026')).toBeVisible();
  await expect(page.getByText('8.80, due Feb 25, 2027')).toBeVisible();
  await desk.go('/payables');
  await page.getByRole('link', { name: 'Pay Aldergrove Joinery' }).first().click();
  await expect(page.getByText('30.00 of it')).toBeVisible();
  await expectAccessible(page);
  await desk.expectBooksToAgree();
});
