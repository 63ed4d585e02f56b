import { expect, type Page, test } from '@playwright/test';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';
import { kindOf, settled, type Watched, watched, type Way } from './pages.ts';

useDemoCompany();

/** So many pages are looked at, each reached by a click from another. */
const STEPS = 28;
/** So many of them from document to document. */
const ALONG_TRAIL = 16;

const hereOf = async (page: Page): Promise<Way> => ({
  address: page.url(),
  name: await page
    .locator('main h1')
    .first()
    .textContent({ timeout: 500 })
    .then((text) => text ?? '')
    .catch(() => ''),
});

/** What a fresh load of the address shows: a page on which no answer of another can have been left. */
async function freshlyLoaded(fresh: Watched, address: string): Promise<string> {
  await fresh.page.goto(address);
  return settled(fresh);
}

/** A link from this page to a kind of document that was not reached from here; else to a kind of page that was not reached at all, or not from here. */
async function nextLink(page: Page, here: Way, walked: ReadonlySet<string>): Promise<Way | undefined> {
  const links = await page
    .locator('main a[href^="/"]:not([target])')
    .evaluateAll((found) =>
      found.map((link) => ({ address: (link as HTMLAnchorElement).href, name: link.textContent ?? '' })),
    );
  const kinds = new Set([...walked].map((way) => way.split(' → ')[1]));
  const isDocument = (link: Way) => /^[A-Z]{2}$/.test(kindOf(link));
  const isNewWay = (link: Way) => !walked.has(wayOf(here, link));
  // Along the trail first, from one kind of document to another; then to every other kind of page.
  const isAlongTrail = walked.size < ALONG_TRAIL;
  const away = links.filter(({ address }) => address !== here.address && !address.includes('/api/'));
  return (
    (isAlongTrail ? away.findLast((link) => isDocument(link) && isNewWay(link)) : undefined) ??
    away.find((link) => !kinds.has(kindOf(link))) ??
    away.find(isNewWay)
  );
}

const wayOf = (from: Way, to: Way): string => `${kindOf(from)} → ${kindOf(to)}`;

test('what a page shows after clicks from other pages is what a fresh load of its address shows', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  const desk = new Desk(page);
  await desk.signIn();
  const storageState = await page.context().storageState();
  const fresh = watched(await (await browser.newContext({ storageState })).newPage());
  const clicked = watched(page);
  const menu = page.getByRole('navigation', { name: 'The work' }).getByRole('link');
  const works = await menu.evaluateAll((links) => links.map((link) => link.getAttribute('href') ?? ''));
  const walked = new Set<string>();
  const differs: string[] = [];
  // From what came on a shipment: its trail leads to every kind of document.
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').getByRole('combobox').fill('FHL-011');
  await page.getByRole('option').first().click();
  await settled(clicked);
  let [work, here] = [0, await hereOf(page)];
  for (let step = 0; step < STEPS; step += 1) {
    const link = await nextLink(page, here, walked);
    const from = here;
    if (link === undefined) {
      // Everything that leads away from here was walked: the next kind of work.
      work = (work + 1) % works.length;
      await menu.nth(work).click();
    } else {
      walked.add(wayOf(here, link));
      const { pathname, search } = new URL(link.address);
      await page.locator(`main a[href="${pathname}${search}"]`).first().click();
    }
    const shown = await settled(clicked);
    const expected = await freshlyLoaded(fresh, page.url());
    here = await hereOf(page);
    if (shown !== expected) differs.push(`${wayOf(from, here)}\n${firstDifference(shown, expected)}`);
  }
  expect(differs).toEqual([]);
  // From document to document along the trail, and a fair part of all kinds of pages.
  expect([...walked].filter((way) => /^[A-Z]{2} → [A-Z]{2}$/.test(way)).length).toBeGreaterThanOrEqual(12);
  expect(new Set([...walked].map((way) => way.split(' → ')[1])).size).toBeGreaterThan(12);
});

function firstDifference(shown: string, fresh: string): string {
  const [a, b] = [shown.split('\n'), fresh.split('\n')];
  const at = a.findIndex((line, place) => line !== b[place]);
  return `  after clicks: ${a.slice(at, at + 2).join(' / ')}\n  freshly: ${b.slice(at, at + 2).join(' / ')}`;
}
