import { spoken } from '../locale/say.ts';

/** The chapters of the guide for practitioners, as they lie in `docs/guide`: by language, then by name. */
const TEXTS = import.meta.glob<string>('../../docs/guide/*/*.md', { query: '?raw', import: 'default' });
const PICTURES = import.meta.glob<string>('../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

const PATH = /\/guide\/(\w+)\/\d+-([\w-]+)\.md$/;

/** In the language that is read here; in English where there is none in it. */
const own = (): [name: string, load: () => Promise<string>][] => {
  const all = Object.entries(TEXTS).flatMap(([path, load]) => {
    const [, language = '', name = ''] = PATH.exec(path) ?? [];
    return [{ language, name, load }];
  });
  const language = all.some((text) => text.language === spoken()) ? spoken() : 'en';
  return all.filter((text) => text.language === language).map(({ name, load }) => [name, load]);
};

/** A chapter's text in Markdown; undefined where there is no such chapter. */
export const chapter = (name: string): Promise<string> | undefined => new Map(own()).get(name)?.();

export const chapterNames = (): readonly string[] => own().map(([name]) => name);

/** The title of each chapter, in the order of the work. */
export const titles = async (): Promise<readonly (readonly [name: string, title: string])[]> =>
  Promise.all(own().map(async ([name, load]) => [name, /^# (.*)$/m.exec(await load())?.[1] ?? name] as const));

/** Where a picture of the guide is served. */
export const pictureAt = (source: string): string =>
  PICTURES[`../../docs/screenshots/${source.split('/').at(-1) ?? ''}`] ?? source;
