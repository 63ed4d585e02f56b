import { expect, test } from '@playwright/test';
import { billPaper } from '@obolus/demo/billPapers';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a bill that came as a file and agrees is posted with two keys', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.open('/bench');
  await page.getByRole('link', { name: /TF-24-0871/ }).focus();
  await page.keyboard.press('Enter');
  const paper = page.getByRole('table', { name: 'Lines of the paper' });
  await expect(paper.getByRole('row', { name: /ecru/ })).toContainText('GR-1008 200 kg');
  await expect(paper.getByText('look at it')).toHaveCount(0);
  expect(await desk.footing()).toContain('Goods received not invoiced, Tarnside Fibres 5,009.56');
  await desk.post();
  await desk.open('/bench');
  await expect(page.getByRole('link', { name: /TF-24-0871/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Tarnside Fibres/ })).toHaveCount(0);
  await desk.expectBooksToAgree();
});

test('a bill for more than came shows where it does not agree, and is posted for what did', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.open('/bench');
  await page.getByRole('link', { name: /BL\/2291/ }).click();
  const paper = page.getByRole('table', { name: 'Lines of the paper' });
  const natural = paper.getByRole('row', { name: /natural/ });
  await expect(natural).toContainText('GR-1011 254 kg, 6 not here');
  await expect(natural).toContainText('look at it');
  await expect(paper.getByRole('row', { name: /Carriage/ })).toContainText('a charge: freight');
  // 6 kg at 18.60 of what the paper asks for.
  await expect(page.getByRole('region', { name: 'What the paper says' }).getByText('▼ 111.60')).toBeVisible();
  await page.getByLabel(/^Billed quantity, Linen yarn on cones, natural/).fill('100');
  await page.getByRole('button', { name: 'Take what is proposed now' }).click();
  await expect(page.getByLabel(/^Billed quantity, Linen yarn on cones, natural/)).toHaveValue('254');
  await desk.post();
  await desk.expectBooksToAgree();
});

test('a file is taken in where bills are entered: once, and what cannot be read is said there', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.open('/bench');
  const give = (content: string) =>
    page.getByLabel('Bill, UBL Invoice or Cross Industry Invoice').setInputFiles({ name: 'bill.xml', mimeType: 'text/xml', buffer: Buffer.from(content) });
  await give('<Order><ID>1</ID></Order>');
  await expect(page.getByRole('alert')).toContainText('neither an Invoice of UBL 2.1 nor a Cross Industry Invoice');
  const paper = { number: 'AJ 40600', vendor: 'ALDR', order: '', date: '2026-11-20', currency: 'CAD' };
  const content = billPaper({ ...paper, lines: [{ name: 'Table loom, 60 cm', item: 'TL-60', quantity: '2', unit: 'C62', price: '290.00' }] });
  await give(content);
  await expect(page).toHaveURL(/\/bench\/\d+\/[\w-]+$/);
  await expect(page.getByLabel('Vendor’s number')).toHaveValue('AJ 40600');
  await expect(page.getByLabel(/^Billed price, Table loom/)).toHaveValue('290.00');
  await expect(page.getByText('▲ 1.50')).toBeVisible();
  await desk.post();
  await desk.open('/bench');
  await give(content);
  await expect(page.getByRole('alert')).toContainText('AJ 40600 was taken in already: it is the same paper.');
  await desk.expectBooksToAgree();
});
