import { expect, type Page, test } from '@playwright/test';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** So many pages are looked at, each reached by a click from another. */
const STEPS = 30;

/** The kind of page that an address is: what is counted is left out. */
const kindOf = (address: string): string =>
  new URL(address).pathname.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'draft').replace(/\/\d+/g, '/one');

/** What stands on the page, once it no longer changes. */
async function settled(page: Page): Promise<string> {
  let before = '';
  for (let same = 0; same < 3;) {
    const now = await page.locator('main').evaluate((main) => (main as HTMLElement).innerText);
    same = now === before && now !== '' ? same + 1 : 0;
    before = now;
    await page.waitForTimeout(60);
  }
  return before;
}

/** What a fresh load of the address shows: a page on which no answer of another can have been left. */
async function freshlyLoaded(fresh: Page, address: string): Promise<string> {
  await fresh.goto(address);
  return settled(fresh);
}

/** A link from this page to a kind of page that was not reached at all; else to one that was not yet reached from here. */
async function nextLink(page: Page, walked: ReadonlySet<string>): Promise<string | undefined> {
  const links = await page
    .locator('main a[href^="/"]:not([target])')
    .evaluateAll((found) => found.map((link) => (link as HTMLAnchorElement).href));
  const kinds = new Set([...walked].map((way) => way.split(' → ')[1]));
  const away = links.filter((href) => href !== page.url() && !href.includes('/api/'));
  return away.find((href) => !kinds.has(kindOf(href))) ?? away.find((href) => !walked.has(wayOf(page.url(), href)));
}

const wayOf = (from: string, to: string): string => `${kindOf(from)} → ${kindOf(to)}`;

test('what a page shows after clicks from other pages is what a fresh load of its address shows', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  const desk = new Desk(page);
  await desk.signIn();
  const fresh = await (await browser.newContext({ storageState: await page.context().storageState() })).newPage();
  const menu = page.getByRole('navigation', { name: 'The work' }).getByRole('link');
  const works = await menu.evaluateAll((links) => links.map((link) => link.getAttribute('href') ?? ''));
  const walked = new Set<string>();
  const differs: string[] = [];
  let [work, from] = [0, page.url()];
  for (let step = 0; step < STEPS; step += 1) {
    const href = await nextLink(page, walked);
    if (href === undefined) {
      // Everything that leads away from here was walked: the next kind of work.
      work = (work + 1) % works.length;
      await menu.nth(work).click();
    } else {
      walked.add(wayOf(page.url(), href));
      await page
        .locator(`main a[href="${new URL(href).pathname}${new URL(href).search}"]`)
        .first()
        .click();
    }
    const shown = await settled(page);
    const expected = await freshlyLoaded(fresh, page.url());
    if (shown !== expected) differs.push(`${wayOf(from, page.url())}\n${firstDifference(shown, expected)}`);
    from = page.url();
  }
  console.log([...walked].join('\n'));
  expect(differs).toEqual([]);
  expect(new Set([...walked].map((way) => way.split(' → ')[1])).size).toBeGreaterThan(12);
});

function firstDifference(shown: string, fresh: string): string {
  const [a, b] = [shown.split('\n'), fresh.split('\n')];
  const at = a.findIndex((line, place) => line !== b[place]);
  return `  after clicks: ${a.slice(at, at + 2).join(' / ')}\n  freshly: ${b.slice(at, at + 2).join(' / ')}`;
}
