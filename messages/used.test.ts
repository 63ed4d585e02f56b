import { readdirSync, readFileSync } from 'node:fs';
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { describe, expect, it } from '@jest/globals';
import ts from 'typescript';
import { en } from './en.ts';
import type { MessageId } from './message.ts';

/* The catalogue against the code that uses it: nothing is said without its arguments, and nothing lies here that nobody says. */

const root = new URL('../', import.meta.url);
const FILES = ['web', 'server', 'contract', 'demo'].flatMap((part) => filesBelow(part));

/** Messages whose names are made from a code: what the code may be is checked by its type. */
const FAMILIES =
  /^(refusal|kind|choice|posting|purpose|component|role|charge|status|change|hit|register|imports|hint\.(over|short|limit)|word\.(bill_\w+|department|location|project)|problem\.\d+|paper\.(advice|doubt_type)|setUp\.state|orders\.estimate|paying\.(state|line|not|doubt)|bench\.rated|frame\.posting|paper_value|papers\.section)([._]|$)/;

describe('every message', () => {
  it('is said somewhere', () => {
    const named = new Set(
      FILES.flatMap(({ source }) => [...source.matchAll(/['"`]([a-zA-Z_-]+\.[\w -]+)['"`]/g)].map(([, id]) => id)),
    );
    expect(Object.keys(en).filter((id) => !named.has(id) && !FAMILIES.test(id))).toEqual([]);
  });

  it('is said with exactly what it takes', () => {
    const wrong = FILES.flatMap(({ name, source }) => callsIn(name, source)).filter(
      ({ id, given }) => given !== undefined && given.join() !== argumentsOf(en[id]).join(),
    );
    expect(wrong.map(({ at, id, given }) => `${at} ${id}: ${given?.join(', ')}`)).toEqual([]);
  });
});

function filesBelow(part: string): { name: string; source: string }[] {
  return readdirSync(new URL(part, root), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !/\.(test|d)\.tsx?$|(^|\/)(dist|node_modules)\//.test(name))
    .map((name) => ({ name: `${part}/${name}`, source: readFileSync(new URL(`${part}/${name}`, root), 'utf8') }));
}

interface Call {
  readonly at: string;
  readonly id: MessageId;
  /** Names of what is given; undefined where that is not written out. */
  readonly given: readonly string[] | undefined;
}

/** Where a message is said by its name, followed by what is put into it. */
function callsIn(name: string, source: string): Call[] {
  const file = ts.createSourceFile(
    name,
    source,
    ts.ScriptTarget.Latest,
    true,
    name.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const calls: Call[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) || ts.isNewExpression(node)) {
      const given = node.arguments ?? [];
      const at = given.findIndex((argument) => ts.isStringLiteral(argument) && Object.hasOwn(en, argument.text));
      const id = given[at];
      if (
        id !== undefined &&
        ts.isStringLiteral(id) &&
        /^(say|sayWith|message|write|wrong|says|notRead|RequestError)$/.test(nameOf(node.expression))
      )
        calls.push({
          at: `${name}:${file.getLineAndCharacterOfPosition(id.pos).line + 1}`,
          id: id.text as MessageId,
          given: namesIn(given[at + 1]),
        });
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return calls;
}

const nameOf = (called: ts.Expression): string =>
  ts.isPropertyAccessExpression(called) ? called.name.text : called.getText();

function namesIn(values: ts.Expression | undefined): string[] | undefined {
  if (values === undefined) return [];
  if (!ts.isObjectLiteralExpression(values)) return undefined;
  const names = values.properties.map((property) => property.name?.getText());
  return names.every((name) => name !== undefined) ? names.sort() : undefined;
}

function argumentsOf(text: string): string[] {
  const taken = (elements: readonly MessageFormatElement[]): string[] =>
    elements.flatMap((element): string[] => {
      if (element.type === TYPE.literal || element.type === TYPE.pound) return [];
      if (element.type === TYPE.tag) return [element.value, ...taken(element.children)];
      const further =
        element.type === TYPE.plural || element.type === TYPE.select ? Object.values(element.options) : [];
      return [element.value, ...further.flatMap(({ value }) => taken(value))];
    });
  return [...new Set(taken(parse(text)))].sort();
}
