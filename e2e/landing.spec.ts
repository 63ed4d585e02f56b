import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('a shipment shows what its charges still lack, its sheet compares bases, and what is posted stands on it', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('the control sheet names what is expected and missing, and the carrier’s own charges', async () => {
    await page.getByRole('link', { name: 'Shipments' }).click();
    await expect(page.getByRole('row', { name: /FHL-014/ })).toContainText(
      'freight, duty, insurance, brokerage, handling',
    );
    await expectAccessible(page);
    await page.getByRole('row', { name: /FHL-014/ }).focus();
    await page.keyboard.press('Enter');
    const charges = page.getByRole('table', { name: 'Charges' });
    await expect(charges.getByRole('row', { name: /freight/ })).toContainText('buyer pays under FOB');
    await expect(charges.getByRole('row', { name: /freight/ })).toContainText('missing');
    await expect(page.getByLabel('Take freight GW-77120')).toBeChecked();
    await expect(page.getByLabel('Take insurance PM 2026-448')).not.toBeChecked();
    await page.getByLabel('Take insurance PM 2026-448').check();
    await expectAccessible(page);
  });

  await test.step('its sheet has the goods and the charges, and each basis lies beside the others', async () => {
    await page.getByRole('button', { name: 'Open landing sheet' }).click();
    await expect(page.getByRole('heading', { name: 'Shipment FHL-014' })).toBeVisible();
    await expect(page.getByText('5 received lines')).toBeVisible();
    await page.getByRole('button', { name: 'Compare bases' }).click();
    const compared = page.getByRole('dialog');
    const loom = compared.getByRole('row', { name: /Floor loom/ });
    // 2,094.00 of freight over 200, 100 and 50 kg of yarn, 4 looms of 38 kg and 12 of 9.5 kg; the others as they are.
    await expect(loom).toContainText('1,370.7575');
    await expect(loom).toContainText('1,177.5250');
    await expect(loom).toContainText('1,304.0400');
    await expect(compared.getByRole('button', { name: 'Share by duty' })).toBeVisible();
    await expectAccessible(page);
    await compared.getByRole('button', { name: 'Share by weight' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByLabel(/^Basis of freight/)).toHaveValue('weight');
    const share = page.getByLabel(/^freight on Floor loom/);
    await expect(share).toHaveAttribute('placeholder', '528.94');
    // Undone and done again, like every change of a draft.
    await page.keyboard.press('Control+z');
    await expect(page.getByLabel(/^Basis of freight/)).toHaveValue('value');
    await page.keyboard.press('Control+Shift+z');
    await expect(share).toHaveAttribute('placeholder', '528.94');
  });

  await test.step('a share that is fixed by hand is kept, the rest is shared anew, and a column always adds up', async () => {
    const share = page.getByLabel(/^freight on Floor loom/);
    await share.fill('2094.01');
    await share.press('Tab');
    await expect(page.getByText('More is set by hand than is shared: lower one of the shares.').first()).toBeVisible();
    await page.getByLabel(/^freight on Floor loom/).fill('600');
    await page.getByLabel(/^freight on Table loom/).focus();
    await expect(page.getByLabel(/^freight on Floor loom.*by hand/)).toHaveValue('600');
    const column = page.getByRole('table', { name: 'Landing sheet' }).getByRole('row', { name: /^Shared out/ });
    await expect(column).toContainText('2,094.00');
    await expect(page.getByText('goods that went out').first()).toBeVisible();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Spreadsheet with formulas' }).click();
    expect((await download).suggestedFilename()).toBe('landing-sheet-2026-11-23.xlsx');
    await desk.post();
    await desk.expectBooksToAgree();
  });

  await test.step('what was posted is reversed and posted again, with everything as it was chosen, and one thing else', async () => {
    await page.getByRole('button', { name: 'Reverse and post again …' }).click();
    await page.getByRole('dialog').getByRole('textbox').fill('The looms were weighed again');
    await page.getByRole('dialog').getByRole('button', { name: 'Reverse' }).click();
    await expect(page.getByLabel(/^freight on Floor loom.*by hand/)).toHaveValue('600.00');
    await expect(page.getByLabel(/^Basis of freight/)).toHaveValue('weight');
    await page.getByLabel(/^freight on Floor loom/).fill('');
    await page.getByLabel(/^freight on Table loom/).focus();
    await expect(page.getByLabel(/^freight on Floor loom/)).toHaveAttribute('placeholder', '528.94');
    // It is insured for its value and its freight.
    await page.getByLabel(/^Basis of insurance/).selectOption('value-and-freight');
    // A part of the insurance goes onto these goods; the rest of it stays for others.
    await page.getByLabel('Share now, of insurance PM 2026-448').fill('100');
    await expect(
      page.getByRole('table', { name: 'Landing sheet' }).getByRole('row', { name: /^Charge less allocated/ }),
    ).toContainText('34.40');
    const insured = page.getByLabel(/^insurance on Floor loom/);
    await expect(insured).toHaveAttribute('placeholder', '36.13');
    await desk.post();
    await expect(
      page
        .getByRole('table', { name: 'Lines' })
        .getByRole('row', { name: /Floor loom.*value \+ freight/ })
        .first(),
    ).toContainText('36.13');
    await expect(
      page
        .getByRole('table', { name: 'Lines' })
        .getByRole('row', { name: /Floor loom/ })
        .first(),
    ).toContainText('528.94');
    await desk.expectBooksToAgree();
  });

  await test.step('the shipment shows them with their bills', async () => {
    await page.getByRole('link', { name: 'Shipments' }).click();
    await expect(page.getByRole('row', { name: /FHL-014/ })).toContainText('duty, brokerage, handling');
    await page.getByRole('link', { name: 'FHL-014' }).click();
    await expect(page.getByRole('table', { name: 'Charges' }).getByRole('row', { name: /freight/ })).toContainText(
      '2,094.00',
    );
    await expect(page.getByRole('table', { name: 'Charges' }).getByRole('row', { name: /insurance/ })).toContainText(
      '100.00',
    );
    await expect(page.getByRole('link', { name: 'Greywake Lines GW-77120' }).first()).toBeVisible();
  });

  await test.step('a unit cost opens to its price and its charges, and that of sold goods to what they were taken from', async () => {
    await page.getByRole('button', { name: /What makes the cost of Floor loom/ }).click();
    const cost = page.getByRole('dialog');
    await expect(cost.getByRole('row', { name: /^freight/ })).toContainText('by weight, of 2,094.00');
    await expect(cost.getByRole('row', { name: /^freight/ })).toContainText('528.94');
    await expect(cost.getByRole('row', { name: /^insurance/ })).toContainText('value + freight, of 134.40');
    await expect(cost.getByRole('row', { name: /^Goods/ })).toContainText('4 each at 1,585.00 CAD');
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Stock & cost' }).click();
    await page
      .getByRole('link', { name: /Floor loom/ })
      .first()
      .click();
    await page
      .getByRole('button', { name: /What makes the cost of Floor loom.*DN-/ })
      .first()
      .click();
    await expect(cost.getByText(/went out at/)).toBeVisible();
    await cost
      .getByRole('button', { name: /Goods receipt GR-/ })
      .first()
      .click();
    await expect(cost.getByText(/came in at/)).toBeVisible();
    await cost.getByRole('button', { name: /Back to DN-/ }).click();
    await expect(cost.getByText(/went out at/)).toBeVisible();
    await page.keyboard.press('Escape');
  });
});

test('goods join a shipment on its page, a carrier’s bill is held against its rate, and a charge goes onto goods that were moved', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();

  await test.step('a part of an ordered line joins the shipment, on a line of its own', async () => {
    await page.getByRole('link', { name: 'Shipments' }).click();
    await page.getByRole('link', { name: 'FHL-016' }).first().click();
    await page.getByRole('button', { name: 'Add ordered goods …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Vendor, order or item').fill('linen');
    await dialog.getByRole('checkbox').first().check();
    const quantity = dialog.getByLabel(/^On this shipment of Linen/);
    await quantity.fill('4000');
    await quantity.press('Tab');
    await expect(dialog.getByText(/^Between nothing and/).first()).toBeVisible();
    await expect(dialog.getByRole('button', { name: 'Add to the shipment' })).toBeDisabled();
    await quantity.fill('15');
    await expectAccessible(page);
    await dialog.getByRole('button', { name: 'Add to the shipment' }).click();
    await expect(page.getByText('1 line is on FHL-016.')).toBeVisible();
    const coming = page.getByRole('table', { name: 'Still to come' });
    await expect(coming.getByRole('row', { name: /Linen yarn/ })).toContainText('15 kg');
  });

  await test.step('a whole line joins it; what is expected of the shipment as a whole is shared anew over both orders', async () => {
    await page.getByRole('button', { name: 'Add ordered goods …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Vendor, order or item').fill('indigo');
    await dialog.getByRole('checkbox').first().check();
    await dialog.getByRole('button', { name: 'Add to the shipment' }).click();
    const coming = page.getByRole('table', { name: 'Still to come' });
    await expect(coming.getByRole('row', { name: /Indigo dye/ })).toBeVisible();
    await page.getByRole('button', { name: 'Share estimates anew …' }).click();
    const lines = dialog.getByRole('table', { name: 'Estimates, as they are and anew' });
    await expect(lines.getByRole('row', { name: /Indigo dye.*SEA-FREIGHT/ })).toBeVisible();
    await expectAccessible(page);
    await dialog.getByRole('button', { name: 'Share anew', exact: true }).click();
    await expect(page.getByText(/^\d orders? ha(s|ve) a version with its part\.$/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Share estimates anew …' })).toHaveCount(0);
  });

  await test.step('goods that came without its number join it, and leave it again', async () => {
    await page.getByRole('button', { name: 'Add received goods …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Receipt, packing slip, order, vendor or item').fill('BL 5602');
    const linen = dialog.getByRole('checkbox', { name: /^Take Linen yarn on cones, natural/ });
    await expect(linen).toHaveCount(1);
    await linen.check();
    await dialog.getByRole('checkbox', { name: /^Take Linen yarn on cones, bleached/ }).check();
    await expectAccessible(page);
    await dialog.getByRole('button', { name: 'Add to the shipment' }).click();
    await expect(page.getByText('2 lines are on FHL-016.')).toBeVisible();
    const goods = page.getByRole('table', { name: 'Goods received' });
    await expect(goods.getByRole('row', { name: /Linen yarn/ })).toHaveCount(2);
    await page.getByRole('button', { name: /^Take Linen yarn on cones, natural/ }).click();
    await expect(page.getByText('Linen yarn on cones, natural is no longer on FHL-016.')).toBeVisible();
    await expect(goods.getByRole('row', { name: /Linen yarn/ })).toHaveCount(1);
  });

  await test.step('the carrier bills by the kilogram', async () => {
    await page.getByRole('link', { name: 'Match bench' }).click();
    await desk.choose('A bill of another vendor', 'greywake');
    await page.getByLabel('Vendor’s number').fill('GW-90001');
    await page.getByLabel('Kind of charge 1').selectOption('freight');
    await page.getByLabel('Amount of charge 1').fill('400');
    // No paper names a shipment: what the carrier carried is proposed, first what lacks the charge.
    const proposed = page.getByRole('list', { name: 'Goods that they may belong to' });
    await expect(proposed.getByRole('listitem').first()).toContainText('its carrier’s, freight expected and missing');
    await proposed.getByRole('button', { name: 'Shipment FHL-014' }).click();
    await expect(page.getByLabel('Charges go onto')).toHaveValue('goods');
    await page.getByLabel('What freight is billed by').selectOption('weight');
    await page.getByLabel('Rate of freight').fill('0.55');
    // The 673 kg that came at 0.55.
    const rates = page.getByRole('table', { name: 'Quantity × rate' });
    await expect(rates).toContainText('370.15');
    await expect(rates).toContainText('▲ 29.85');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Take this amount' }).click();
    await expect(page.getByLabel('Amount of charge 1')).toHaveValue('370.15');
    // Its charge goes onto the goods with it: the footing has both.
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/documents\/\d+$/);
  });

  await test.step('goods that were moved take a charge', async () => {
    const items = await desk.ask<{ rows: { id: string; number: string }[] }>('items?find=YM-SL');
    const warehouses = await desk.ask<{ rows: { id: string }[] }>('warehouses');
    const [from, to] = warehouses.rows.map(({ id }) => id);
    const lines = [{ item: items.rows[0]?.id, quantity: '5' }];
    await desk.send('transfer', { date: '2026-11-23', from, to, inTransit: false, lines });
    await page.getByRole('link', { name: 'Match bench' }).click();
    await desk.choose('A bill of another vendor', 'greywake');
    await page.getByLabel('Vendor’s number').fill('GW-90002');
    await page.getByLabel('Kind of charge 1').selectOption('freight');
    await page.getByLabel('Amount of charge 1').fill('25');
    await desk.post();
    await page.getByRole('link', { name: 'Landing sheet' }).click();
    await page.getByRole('checkbox', { name: /GW-90002/ }).check();
    await page
      .getByRole('checkbox', { name: /TR-\d+ .*transferred/ })
      .first()
      .check();
    await expectAccessible(page);
    await desk.post();
    await desk.expectBooksToAgree();
  });
});
