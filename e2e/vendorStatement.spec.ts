import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a vendor’s statement is laid beside the account, read from a file, and kept with what was agreed', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('one that waits says where it differs, and what to do about it', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Account of Aldergrove Joinery' }).click();
    await page.getByRole('link', { name: 'Compare a statement' }).click();
    await page.getByRole('link', { name: /Statement 11/ }).click();
    const lines = page.getByRole('table', { name: 'Lines of the statement' });
    await expect(lines.getByRole('row').filter({ hasText: 'VB-1002' })).toContainText('agreed');
    await expect(lines.getByRole('row').filter({ hasText: 'PY-1002' })).toContainText('agreed');
    await expect(lines.getByRole('row').filter({ hasText: 'VB-1007' })).toContainText('another amount');
    await expect(lines.getByText('missing here ask for the bill')).toBeVisible();
    await expect(page.getByRole('region', { name: 'In our account, without a line of its own there' })).toContainText(
      'PY-1005',
    );
    const foot = page.getByRole('region', { name: 'Footing' });
    await expect(foot).toContainText('3 lines differ, 4 agreed.');
    await expect(foot).toContainText('3,597.25');
    await expectAccessible(page);
  });

  await test.step('a line that does not add up is said at the balance; mended, it is signed', async () => {
    await page.getByLabel('Amount, line 3').fill('1154');
    await page.keyboard.press('Tab');
    await expect(page.getByText(/The lines come to 3606.25|The lines come to 3,606.25/).first()).toBeVisible();
    await page.getByLabel('Their balance').fill('3606.25');
    await page.getByLabel('Agreed balance').fill('1285.50');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('2 lines differ, 5 agreed.');
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
    await expect(page.getByText('1,285.50 CAD').first()).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('it is found again with the account', async () => {
    await page.getByRole('link', { name: /^Payables/ }).click();
    await page.getByRole('link', { name: 'Account of Aldergrove Joinery' }).click();
    await expect(page.getByRole('region', { name: 'Their statements, compared and kept' })).toContainText('Ines Varga');
  });

  await test.step('another is read from a file', async () => {
    await page.getByRole('link', { name: 'Compare a statement' }).click();
    await page.getByLabel('Read a file').setInputFiles({
      name: 'statement.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('date,reference,debit,credit\n09/14/2026,A-826,"1,154.00",\n11/19/2026,A-0871,131.50,\n'),
    });
    await page.getByLabel('Their balance').fill('1285.50');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('All lines agree, 2 agreed.');
    // What both sides call differently, weeks apart, is said by hand.
    await page.getByLabel('Reference, line 2').fill('S 900/44');
    await page.getByLabel('Date, line 2').fill('10/1/2026');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('2 lines differ, 1 agreed.');
    await page.getByLabel('In our account, line 2').selectOption({ index: 1 });
    await expect(page.getByRole('region', { name: 'Footing' })).toContainText('All lines agree, 2 agreed.');
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
  });
});
