import axe, { type RunOptions } from 'axe-core';
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
  const rules = Object.fromEntries(without.map((rule) => [rule, { enabled: false }]));
  const findings = await findingsOf(page, {
    // What passes is not of interest: it takes half the time.
    resultTypes: ['violations'],
    ...(only ? { runOnly: { type: 'rule', values: only } } : { rules }),
  });
  expect([page.url(), findings]).toEqual([page.url(), []]);
}

/** What is serious. The program stays in the page, which has no frames: it is large, and a test looks at a page more than once. */
async function findingsOf(page: Page, options: RunOptions): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(async (how) => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, how);
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`);
  }, options);
}
