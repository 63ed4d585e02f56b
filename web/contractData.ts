import { pathToFileURL } from 'node:url';
import type { Plugin } from 'vite';

/** Modules of the built contract. */
const CONTRACT = /[\\/]contract[\\/]dist[\\/].+\.js$/;
const SCHEMA = Symbol.for('TypeBox.Kind');
/** What is said of an endpoint for those who read its description. */
const SAID = new Set(['summary']);

/**
 * The page carries the contract as data: where an endpoint is, who may post what, which lists and registers there are. Schemas are the
 * server's, which validates by them, and are left out, with what makes them. A module that exports functions stays as it is.
 */
export const contractData = (): Plugin => ({
  name: 'contract-data',
  enforce: 'pre',
  async load(id) {
    if (!CONTRACT.test(id)) return null;
    const exported = Object.entries((await import(pathToFileURL(id).href)) as Record<string, unknown>);
    if (exported.length === 0 || exported.some(([, value]) => typeof value === 'function')) return null;
    return exported
      .map(([name, value]) => `export const ${name} = ${JSON.stringify(value, withoutSchemas) ?? 'undefined'};`)
      .join('\n');
  },
});

const withoutSchemas = (key: string, value: unknown): unknown =>
  SAID.has(key) || (typeof value === 'object' && value !== null && SCHEMA in value) ? undefined : value;
