import type { Page, Request } from '@playwright/test';

/** A page as somebody comes to it. */
export interface Way {
  readonly address: string;
  /** What the link, or the head of the page, is called. */
  readonly name: string;
}

/** The kind of page: what is counted is left out, registers are alike, and a document is of the kind that its number begins with. */
export function kindOf({ address, name }: Way): string {
  const path = new URL(address).pathname;
  if (path.startsWith('/setup/')) return /\/(\d+|new)$/.test(path) ? '/setup/entry' : '/setup/register';
  if (path.startsWith('/guide/')) return '/guide';
  const document = /^\/(documents|orders)\/\d+$/.test(path) ? (/\b([A-Z]{2})-\d/.exec(name)?.[1] ?? '') : '';
  return document || path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'draft').replace(/\/\d+/g, '/one');
}

/** A page, and how many of its requests are not answered yet. */
export interface Watched {
  readonly page: Page;
  readonly asked: () => number;
}

export function watched(page: Page): Watched {
  const asked = new Set<Request>();
  page.on('request', (request) => {
    // What a page that is left by its address had asked for is never answered.
    if (request.isNavigationRequest() && request.frame() === page.mainFrame()) asked.clear();
    else if (request.url().includes('/api/')) asked.add(request);
  });
  page.on('requestfinished', (request) => asked.delete(request));
  page.on('requestfailed', (request) => asked.delete(request));
  return { page, asked: () => asked.size };
}

/** What stands on the page, once everything is answered and it no longer changes. */
export async function settled({ page, asked }: Watched): Promise<string> {
  let before = '';
  for (let same = 0; same < 6;) {
    const now = await page
      .locator('main')
      .evaluate((main) => (main.querySelector('[aria-busy="true"], progress') ? '' : (main as HTMLElement).innerText));
    same = now === before && now !== '' && asked() === 0 ? same + 1 : 0;
    before = now;
    await page.waitForTimeout(70);
  }
  return before;
}
