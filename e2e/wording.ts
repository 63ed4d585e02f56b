import type { Page } from '@playwright/test';
import { AFTER, BEFORE } from '@obolus/messages/pseudo';

/** What the server told this page that is no word of ours: names, numbers, what somebody wrote. */
export interface Data {
  readonly texts: ReadonlySet<string>;
  /** Settled once all that was answered so far is gathered. */
  readonly gathered: () => Promise<unknown>;
}

/** A code is never shown; what is worded by the server would be English here. */
const CODE = /^[a-z]+([-_][a-z]+)*$/;
/** Fields that hold what people named, however it looks. */
const NAMED = /^(name|number|code|unit|label|reference|of|item|party|levels|packs|title|warehouse|bin)$/;
const WORDED_THERE: ReadonlySet<string> = new Set(['detail']);

/** Gathers what the server tells a page from now on. */
export function dataOf(page: Page): Data {
  const texts = new Set<string>();
  const reading: Promise<void>[] = [];
  page.on('response', (response) => {
    if (!response.url().includes('/api/')) return;
    reading.push(
      response.json().then(
        (body: unknown) => gather(body, '', texts),
        () => {},
      ),
    );
  });
  return { texts, gathered: () => Promise.all(reading) };
}

function gather(value: unknown, field: string, data: Set<string>): void {
  if (typeof value === 'string') {
    if (!WORDED_THERE.has(field) && (NAMED.test(field) || !CODE.test(value)))
      for (const part of value.split(/\s*[|=\n]\s*/)) data.add(part);
  } else if (Array.isArray(value)) for (const one of value) gather(one, field, data);
  else if (typeof value === 'object' && value !== null)
    for (const [name, one] of Object.entries(value)) gather(one, name, data);
}

/** Keys, forms of files, and what a figure of a day is written with. */
const UNTRANSLATED =
  /\b(Obolus|Ctrl|[Aa]lt|Shift|Enter|Esc|Tab|Home|End|Space|Delete|CSV|XLSX|PDF|XML|UBL|EPCIS|AM|PM|(Jan|Febr)(uary)?|Mar(ch)?|Apr(il)?|May|June?|July?|Aug(ust)?|Sep(tember)?|Oct(ober)?|(Nov|Dec)(ember)?)\b/g;

/** What stands on a screen in the language that nobody speaks, and is neither from the catalogue nor from the books. */
export async function notFromCatalogue(page: Page, data: Data): Promise<string[]> {
  await data.gathered();
  const found = await page.evaluate(
    ([before, after]) => {
      let depth = 0;
      const outside = (text: string): string => {
        let left = '';
        for (const letter of text) {
          if (letter === before) depth += 1;
          else if (letter === after) depth -= 1;
          else if (depth === 0) left += letter;
        }
        return left;
      };
      const texts: string[] = [];
      const nodes = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      for (let node = nodes.nextNode(); node; node = nodes.nextNode()) {
        const { parentElement: parent } = node;
        if (parent?.closest('script, style, noscript, [translate=no]')) continue;
        const left = outside(node.textContent ?? '');
        if (parent?.checkVisibility() || parent?.tagName === 'OPTION') texts.push(left);
      }
      for (const element of document.body.querySelectorAll(
        '[placeholder], [aria-label], [title], [alt]:not([translate=no] *)',
      ))
        for (const name of ['placeholder', 'aria-label', 'title', 'alt']) {
          depth = 0;
          texts.push(outside(element.getAttribute(name) ?? ''));
        }
      return texts;
    },
    [BEFORE ?? '', AFTER ?? ''] as const,
  );
  const known = [...data.texts].filter((text) => /\p{L}{2}/u.test(text)).sort((a, b) => b.length - a.length);
  return [...new Set(found.map((text) => text.trim()))].filter((text) => {
    if (!/\p{L}{2}/u.test(text) || data.texts.has(text)) return false;
    const left = known.reduce((rest, part) => rest.replaceAll(part, ' '), text);
    return /\p{L}{2}/u.test(left.replace(UNTRANSLATED, ' '));
  });
}

/** What is wider than the place that it has: the page itself, and words on buttons, heads and labels that are cut. */
export const tooWide = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const cut = [...document.querySelectorAll<HTMLElement>('button, th, h1, h2, label, nav a, .cap')].filter(
      (element) =>
        element.checkVisibility() &&
        element.scrollWidth > element.clientWidth + 1 &&
        getComputedStyle(element).overflowX !== 'visible' &&
        element.clientWidth > 1,
    );
    const { scrollWidth, clientWidth } = document.documentElement;
    return [
      ...(scrollWidth > clientWidth + 1 ? [`the page is ${scrollWidth - clientWidth} wider than the window`] : []),
      ...cut.map((element) => `cut: ${element.textContent?.slice(0, 60)}`),
    ];
  });
