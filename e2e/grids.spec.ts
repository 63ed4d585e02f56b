import { expect, type Page, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

const give = (page: Page, text: string): Promise<void> =>
  page.evaluate((said) => navigator.clipboard.writeText(said), text);
const taken = (page: Page): Promise<string> => page.evaluate(() => navigator.clipboard.readText());

async function beginOrder(desk: Desk): Promise<void> {
  await desk.page.getByRole('link', { name: 'Orders' }).first().click();
  await expect(desk.page.getByRole('heading', { name: 'Orders' })).toBeVisible();
  await desk.page.keyboard.press('n');
  await desk.choose('Vendor', 'tarn');
}

test('lines are pasted from a spreadsheet, what is not understood is said where it stands, and all of it is undone', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await beginOrder(desk);
  await give(page, 'YM-EC\t1,200\tkg\t$23.40\nyl-bl\t(4)\tkg\tabc\nNO-SUCH\t7\t\t1\n');
  await page.getByRole('combobox', { name: 'Item, line 1' }).focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('combobox', { name: 'Item, line 1' })).toHaveValue('Merino yarn on cones, ecru');
  await expect(page.getByRole('combobox', { name: 'Item, line 2' })).toHaveValue('Linen yarn on cones, bleached');
  await expect(page.getByLabel('Quantity, line 1', { exact: true })).toHaveValue('1,200');
  await expect(page.getByLabel('Price, line 1')).toHaveValue('23.40');
  await expect(page.getByText('“abc” is not understood as a figure.')).toBeVisible();
  await expect(page.getByLabel('Quantity, line 3', { exact: true })).toHaveValue('7');
  await expect(page.getByText('Nothing is known as: NO-SUCH.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Quantity, line 3', { exact: true })).toHaveCount(0);
  await expect(page.getByLabel('Quantity, line 1', { exact: true })).toHaveValue('');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByLabel('Quantity, line 3', { exact: true })).toHaveValue('7');
});

test('cells are chosen by keys and by dragging, copied, filled down and emptied', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await beginOrder(desk);
  await give(page, 'YM-EC\t5\tkg\t23.40\nYL-BL\t\tkg\t\nYL-BL\t\tkg\t');
  await page.getByRole('combobox', { name: 'Item, line 1' }).focus();
  await page.keyboard.press('Control+v');
  const quantity = (line: number) => page.getByLabel(`Quantity, line ${line}`, { exact: true });
  await expect(quantity(3)).toBeVisible();
  await quantity(1).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(quantity(3)).toHaveValue('5');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+c');
  expect(await taken(page)).toBe('5\tkg\n5\tkg\n5\tkg');
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Delete');
  await expect(quantity(1)).toHaveValue('');
  await expect(quantity(3)).toHaveValue('');
  await give(page, '9');
  await quantity(1).hover();
  await page.mouse.down();
  await quantity(2).hover();
  await quantity(3).hover();
  await page.mouse.up();
  await page.keyboard.press('Control+v');
  for (const line of [1, 2, 3]) await expect(quantity(line)).toHaveValue('9');
  // Esc leaves one; what is typed goes into it alone.
  await page.keyboard.press('Escape');
  await page.keyboard.type('4');
  await expect(quantity(1)).toHaveValue('4');
  await expect(quantity(2)).toHaveValue('9');
});

test('columns are hidden, sized and kept in sight by each person, by mouse and by keyboard, in lists and in lines', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn('buyer');
  await page.getByRole('link', { name: 'Orders' }).first().click();
  const list = page.getByRole('table', { name: 'Purchase orders' });
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await page.getByLabel('Width of Vendor in pixels').fill('400');
  await page.getByLabel('Width of Vendor in pixels').press('Enter');
  await page.getByLabel('Keep Order in sight').check();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  const vendor = list.getByRole('columnheader', { name: 'Vendor' });
  const widthOf = async () => Math.round((await vendor.boundingBox())?.width ?? 0);
  await expect.poll(widthOf).toBe(400);
  // Its edge is dragged.
  const box = await vendor.boundingBox();
  if (!box) throw new Error('The head is not drawn.');
  const [edge, middle] = [box.x + box.width - 3, box.y + box.height / 2];
  await page.mouse.move(edge, middle);
  await page.mouse.down();
  await page.mouse.move(edge - 150, middle, { steps: 4 });
  await page.mouse.up();
  await expect.poll(widthOf).toBe(250);
  const saved = page.waitForResponse((reply) => reply.url().includes('/session/layouts/'));
  await beginOrder(desk);
  await saved;
  await page.getByRole('table', { name: 'Lines of the order' }).hover();
  await page.getByRole('button', { name: 'Columns of “Lines of the order”' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Show Discount %').focus();
  const second = page.waitForResponse((reply) => reply.url().includes('/session/layouts/'));
  await page.keyboard.press('Space');
  await expect(page.getByLabel('Discount, percent, line 1')).toHaveCount(0);
  await second;
  await page.keyboard.press('Escape');
  // As it was, after everything was loaded anew; what is kept in sight is not moved by what is beside it.
  await page.reload();
  await expect(page.getByLabel('Quantity, line 1', { exact: true })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Discount %' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Orders' }).first().click();
  await expect.poll(widthOf).toBe(250);
  const order = list.getByRole('columnheader', { name: 'Order', exact: false }).first();
  await page.setViewportSize({ width: 800, height: 800 });
  const [first, last] = [order, list.getByRole('columnheader').last()];
  const left = async () => Math.round((await first.boundingBox())?.x ?? -1);
  const before = await left();
  await last.scrollIntoViewIfNeeded();
  await expect(last).toBeInViewport();
  expect(await left()).toBe(before);
});
