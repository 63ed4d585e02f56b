import { expect, type Page, type Request, test } from '@playwright/test';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** So many pages are looked at, each reached by a click from another. */
const STEPS = 28;
/** So many of them from document to document. */
const ALONG_TRAIL = 16;

interface Way {
  readonly address: string;
  /** What the link, or the head of the page, is called. */
  readonly name: string;
}

/** The kind of page: what is counted is left out, registers are alike, and a document is of the kind that its number begins with. */
function kindOf({ address, name }: Way): string {
  const path = new URL(address).pathname;
  if (path.startsWith('/setup/')) return /\/(\d+|new)$/.test(path) ? '/setup/entry' : '/setup/register';
  const document = /^\/(documents|orders)\/\d+$/.test(path) ? (/\b([A-Z]{2})-\d/.exec(name)?.[1] ?? '') : '';
  return document || path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'draft').replace(/\/\d+/g, '/one');
}

const hereOf = async (page: Page): Promise<Way> => ({
  address: page.url(),
  name: await page
    .locator('main h1')
    .first()
    .textContent({ timeout: 500 })
    .then((text) => text ?? '')
    .catch(() => ''),
});

/** A page, and how many of its requests are not answered yet. */
interface Watched {
  readonly page: Page;
  readonly asked: () => number;
}

/** What a page that was left asked for is never answered: nothing is waited for longer than this, in milliseconds. */
const LONGEST = 4_000;

function watched(page: Page): Watched {
  const asked = new Map<Request, number>();
  page.on('request', (request) => request.url().includes('/api/') && asked.set(request, Date.now()));
  page.on('requestfinished', (request) => asked.delete(request));
  page.on('requestfailed', (request) => asked.delete(request));
  return { page, asked: () => [...asked.values()].filter((at) => Date.now() - at < LONGEST).length };
}

/** What stands on the page, once everything is answered and it no longer changes. */
async function settled({ page, asked }: Watched): Promise<string> {
  let before = '';
  for (let same = 0; same < 6;) {
    const now = await page
      .locator('main')
      .evaluate((main) => (main.querySelector('[aria-busy="true"]') ? '' : (main as HTMLElement).innerText));
    same = now === before && now !== '' && asked() === 0 ? same + 1 : 0;
    before = now;
    await page.waitForTimeout(70);
  }
  return before;
}

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
