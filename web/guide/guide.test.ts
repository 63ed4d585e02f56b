/// <reference types="node" />
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import { about } from './about.ts';
import { chapterAt } from './places.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const guide = (language: string) => `${root}docs/guide/${language}`;
const chapters = (language: string): string[] => readdirSync(guide(language)).sort();
const textOf = (language: string, file: string): string => readFileSync(`${guide(language)}/${file}`, 'utf8');
const found = (text: string, what: RegExp): string[] => [...text.matchAll(what)].map(([, one]) => one ?? '');

const ANCHORS = /<a id="([\w-]+)"><\/a>/g;
const PICTURES = /\]\(\.\.\/\.\.\/screenshots\/([\w-]+\.png)\)/g;
const LINKS = /\]\((\d\d-[\w-]+\.md)\)/g;

describe('the guide', () => {
  it('has the same chapters in every language, with the same parts, pictures and links', () => {
    expect(chapters('de')).toEqual(chapters('en'));
    for (const file of chapters('en'))
      for (const what of [ANCHORS, PICTURES, LINKS, /^(##?) /gm])
        expect([file, found(textOf('de', file), what)]).toEqual([file, found(textOf('en', file), what)]);
  });

  it('shows pictures that are there, and leads to chapters that are there', () => {
    const pictures = new Set(readdirSync(`${root}docs/screenshots`));
    for (const file of chapters('en')) {
      expect(found(textOf('en', file), PICTURES).filter((picture) => !pictures.has(picture))).toEqual([]);
      expect(found(textOf('en', file), LINKS).filter((link) => !chapters('en').includes(link))).toEqual([]);
    }
  });

  it('has what is asked for beside a figure', () => {
    const known = new Map(chapters('en').map((file) => [file.replace(/^\d+-|\.md$/g, ''), textOf('en', file)]));
    const screens = readdirSync(`${root}web`, { recursive: true, encoding: 'utf8' })
      .filter((path) => path.endsWith('.tsx') && !/(^|\/)(dist|node_modules)\//.test(path))
      .map((path) => readFileSync(`${root}web/${path}`, 'utf8'));
    const asked = screens.flatMap((source) => [...source.matchAll(/chapter="([\w-]+)"\s+of="([\w-]+)"/g)]);
    expect(asked.length).toBeGreaterThan(5);
    for (const [, chapter = '', of = ''] of asked)
      expect([chapter, of, found(known.get(chapter) ?? '', ANCHORS).includes(of)]).toEqual([chapter, of, true]);
    for (const place of ['/', '/orders/new', '/bench/1/2', '/stock/1/1', '/setup/items', '/documents/4'])
      expect([place, known.has(chapterAt(place))]).toEqual([place, true]);
  });
});

describe('what is said about one thing', () => {
  const text =
    '# All\n\nBefore.\n\n<a id="one"></a>\n\n## One\n\nFirst.\n\n<a id="two"></a>\n\n## Two\n\nSecond.\n\n## Three\n\nThird.\n';
  it('begins at its heading and ends before the next', () => {
    expect(about(text, 'one').trim()).toBe('## One\n\nFirst.');
    expect(about(text, 'two').trim()).toBe('## Two\n\nSecond.');
  });
  it('is everything where there is no such part', () => {
    expect(about(text, 'four')).toBe(text);
  });
});
