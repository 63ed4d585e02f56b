import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/**
 * The screen as it is open now has no serious finding of accessibility, by day or by night. Tests ask it of every screen where they have
 * it open anyway; what no other test opens, `manners.spec.ts` does.
 */
export async function expectAccessible(page: Page): Promise<void> {
  await expectAccessibleByDay(page);
  // By night only the colours are others.
  const edition = (to: string | null) =>
    page.evaluate((name) => {
      const { dataset } = document.documentElement;
      const was = dataset.edition ?? null;
      if (name === null) delete dataset.edition;
      else dataset.edition = name;
      return was;
    }, to);
  const was = await edition('night');
  await expectNoFindings(page, { only: ['color-contrast'] });
  await edition(was);
}

/** As it is by day alone, where the colours were looked at elsewhere. */
export async function expectAccessibleByDay(page: Page, how?: Rules): Promise<void> {
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
  await expectNoFindings(page, how);
}

/** Which rules are held: some alone, or all but some. */
interface Rules {
  readonly only?: string[];
  readonly without?: string[];
}

/** As it stands, whatever is being worked out. */
export async function expectNoFindings(page: Page, { only, without = [] }: Rules = {}): Promise<void> {
  // There are no frames, and what passes is not of interest: both halve the time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations } = await (only ? axe.withRules(only) : axe.disableRules(without)).analyze();
  const serious = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
  expect([page.url(), serious]).toEqual([page.url(), []]);
}
