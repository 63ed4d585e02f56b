import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { RULES } from '../posting/rules.ts';
import { runCase } from './runCase.ts';

const folder = new URL('../../casebook/', import.meta.url);
const files = readdirSync(folder, { recursive: true })
  .map(String)
  .filter((name) => name.endsWith('.yaml'))
  .sort();

describe('the casebook', () => {
  it.each(files)('%s posts as written', (name) => {
    expect(runCase(readFileSync(new URL(name, folder), 'utf8')).differences).toEqual([]);
  });
});

describe('what the cases post', () => {
  const file = new URL('facts.json', folder);
  const posted = files.map((name) => {
    const { facts } = runCase(readFileSync(new URL(name, folder), 'utf8'));
    return [name, createHash('sha256').update(JSON.stringify(facts)).digest('hex').slice(0, 16)] as const;
  });
  const kept = JSON.parse(readFileSync(file, 'utf8')) as { rules: number; facts: Record<string, string> };
  const differ = posted.filter(([name, hash]) => name in kept.facts && kept.facts[name] !== hash);
  // What a new rule posts is kept under its number: without one, nothing that was posted may change.
  const keeps = process.env.OBOLUS_KEEP_FACTS !== undefined && (differ.length === 0 || RULES > kept.rules);
  const { rules, facts: known } = keeps ? { rules: RULES, facts: Object.fromEntries(posted) } : kept;
  if (keeps) writeFileSync(file, `${JSON.stringify({ rules, facts: known }, null, 2)}\n`);

  // Every entry, movement, cost and change of value: a restructuring changes none.
  it.each(posted)('%s posts the facts that it always posted', (name, hash) => {
    expect(hash).toBe(known[name]);
  });

  it('are held under the number of the rules that post them', () => {
    expect(rules).toBe(RULES);
  });
});

describe('a case that is wrong', () => {
  const text = readFileSync(new URL('03-dearer-bill-fifo.yaml', folder), 'utf8');
  it.each([
    ['a posting', text.replace('inventory: 12,', 'inventory: 12.01,')],
    ['a balance at the end', text.replace('cost-of-goods: 620', 'cost-of-goods: 621')],
    ['the stock at the end', text.replace('value: 1182', 'value: 1183')],
    [
      'an account that should not be there',
      text.replace('grni: -1200, inventory: 1200', 'grni: -1200, inventory: 1200, bank: 1'),
    ],
    ['a step of a kind not known', text.replace('deliver: DN-1', 'teleport: DN-1')],
    ['a word not known', text.replace('company: { currency: USD }', 'company: { currency: USD, colour: green }')],
    [
      'a refusal for another reason',
      text.replace('posts: { grni: -810, inventory: 810 }', 'refused: "no", reason: stock_short'),
    ],
    ['a refusal that does not come', text.replace('posts: { grni: -810, inventory: 810 }', 'refused: "no reason"')],
  ])('fails by %s', (_, wrong) => {
    expect(wrong).not.toBe(text);
    expect(runCase(wrong).differences.length).toBeGreaterThan(0);
  });

  it('fails by a share', () => {
    const shares = readFileSync(new URL('07-freight-by-weight-to-the-cent.yaml', folder), 'utf8').replace(
      '[27.64, 71.19, 1.17]',
      '[27.64, 71.18, 1.18]',
    );
    expect(runCase(shares).differences.map(({ says }) => says)).toEqual([
      'shares of VB-1/freight should be 27.64, 71.18, 1.18, are 27.64, 71.19, 1.17',
    ]);
  });
});
