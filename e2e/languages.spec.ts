import { expect, type Page, test } from '@playwright/test';
import { DEMO_PASSWORD, DEMO_USERS } from '@obolus/demo/company';
import { expectAccessibleByDay } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { type Data, dataOf, notFromCatalogue, tooWide } from './wording.ts';
import { kindOf, settled, type Watched, watched, type Way } from './pages.ts';

useDemoCompany();

/** What is looked at on each kind of page. */
type Look = (page: Page) => Promise<void>;

async function signIn(page: Page): Promise<void> {
  await page.goto(process.env.OBOLUS_E2E_URL ?? '');
  await page.locator('input[type=email]').fill(DEMO_USERS.find(({ role }) => role === 'administrator')?.email ?? '');
  await page.locator('input[type=password]').fill(DEMO_PASSWORD);
  await page.keyboard.press('Enter');
  await expect(page.locator('nav').first()).toBeVisible();
}

/** Which pages are one screen: looked at once. */
type ScreenOf = (way: Way) => string;

/** Registers have words of their own each. */
const eachRegister: ScreenOf = (way) => {
  const { pathname } = new URL(way.address);
  return pathname.startsWith('/setup/') ? pathname.replace(/\/\d+/g, '/one') : kindOf(way);
};

/** Looks at every screen that can be reached by so many clicks from the index, each once; gives how many. */
async function lookEverywhere(watch: Watched, clicks: number, screenOf: ScreenOf, look: Look): Promise<number> {
  const seen = new Set<string>();
  const menu = watch.page.locator('nav').first().getByRole('link');
  const works = await menu.count();
  const lookFrom = async (further: number): Promise<void> => {
    const { page } = watch;
    await settled(watch);
    await look(page);
    const [here, links] = [page.url(), further === 0 ? [] : await linksOf(page)];
    for (const link of links) {
      if (seen.has(screenOf(link))) continue;
      seen.add(screenOf(link));
      const { pathname, search } = new URL(link.address);
      await page.locator(`main a[href="${pathname}${search}"]`).first().click();
      await lookFrom(further - 1);
      await backTo(page, here);
    }
  };
  for (let work = 0; work < works; work += 1) {
    await menu.nth(work).click();
    await lookFrom(clicks - 1);
  }
  return works + seen.size;
}

/** Goes back, as people do, until the page is there again. */
async function backTo(page: Page, address: string): Promise<void> {
  for (let back = 0; page.url() !== address; back += 1) {
    if (back === 9) throw new Error(`${address} is not come back to from ${page.url()}`);
    await page.goBack();
  }
}

const linksOf = (page: Page): Promise<Way[]> =>
  page
    .locator('main a[href^="/"]:not([target]):not([href^="/api/"])')
    .evaluateAll((found) =>
      found.map((link) => ({ address: (link as HTMLAnchorElement).href, name: link.textContent ?? '' })),
    );

test.describe('in a language that nobody speaks', () => {
  test.use({ locale: 'en-XA' });
  test('every word of every screen is from the catalogue, and there is room for longer ones', async ({ page }) => {
    test.setTimeout(300_000);
    const data: Data = dataOf(page);
    const faults = new Set<string>();
    const look: Look = async () => {
      for (const fault of [...(await notFromCatalogue(page, data)), ...(await tooWide(page))])
        faults.add(`${new URL(page.url()).pathname.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/, 'draft')}: ${fault}`);
    };
    await page.goto(process.env.OBOLUS_E2E_URL ?? '');
    await expect(page.locator('input[type=email]')).toBeVisible();
    await look(page);
    const watch = watched(page);
    await signIn(page);
    await settled(watch);
    for (const open of ['Control+k', '?']) {
      await page.keyboard.press(open);
      await expect(page.getByRole('dialog')).toBeVisible();
      await look(page);
      await page.keyboard.press('Escape');
    }
    const looked = await lookEverywhere(watch, 3, eachRegister, look);
    expect([...faults]).toEqual([]);
    expect(looked).toBeGreaterThan(40);
  });
});

test.describe('in German', () => {
  test.use({ locale: 'de-DE' });
  test('every screen is there, without a serious finding of accessibility', async ({ page }) => {
    test.setTimeout(300_000);
    await signIn(page);
    await expect(page.locator('html')).toHaveAttribute('lang', 'de');
    await expect(page.getByRole('link', { name: 'Wareneingang' })).toBeVisible();
    const faults = new Set<string>();
    const look: Look = async () => {
      // Colours say the same in every language: they are looked at in English.
      await expectAccessibleByDay(page, { without: ['color-contrast'] });
      for (const fault of await tooWide(page)) faults.add(`${new URL(page.url()).pathname}: ${fault}`);
    };
    expect(await lookEverywhere(watched(page), 2, kindOf, look)).toBeGreaterThan(20);
    expect([...faults]).toEqual([]);
  });
});
