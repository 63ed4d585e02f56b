import { describe, expect, it } from '@jest/globals';
import { allEndpoints, api, posting } from './api.ts';
import { openApiDocument } from './openapi.ts';
import { IMPORT_KINDS, MAY_IMPORT } from './imports.ts';
import { DOCUMENT_KINDS, KINDS } from './kinds/kinds.ts';
import { ROLES } from './roles.ts';

describe('the roles', () => {
  it('let an auditor post nothing, an administrator and an approver only answer what others asked', () => {
    const allowed = (role: (typeof ROLES)[number]) =>
      DOCUMENT_KINDS.filter((kind) => KINDS[kind].mayPost.includes(role));
    expect([allowed('auditor'), allowed('approver'), allowed('administrator')]).toEqual([
      [],
      ['approval'],
      ['approval'],
    ]);
    expect(allowed('buyer')).toEqual([
      'order',
      'order-change',
      'order-closing',
      'order-step',
      'held-closing',
      'payment-hold',
    ]);
    expect(allowed('receiver')).toEqual([
      'receipt',
      'held-closing',
      'put-away',
      'shipment-goods',
      'return',
      'delivery',
      'customer-return',
      'assembly',
      'transfer',
      'arrival',
      'count',
    ]);
    expect(allowed('accountant')).toEqual(DOCUMENT_KINDS);
  });

  it('let somebody load every kind of file, and never an auditor', () => {
    for (const kind of IMPORT_KINDS) {
      const allowed: readonly (typeof ROLES)[number][] = MAY_IMPORT[kind];
      expect([allowed.length > 0, allowed.includes('auditor')]).toEqual([true, false]);
    }
  });
});

describe('the endpoints', () => {
  it('have each an address of its own', () => {
    const addresses = allEndpoints.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });

  it('let anyone do nothing but begin, sign in, and set a password by a link', () => {
    expect(allEndpoints.filter(({ allow }) => allow === 'anyone')).toEqual([api.signIn, api.start, api.resetPassword]);
  });

  it('ask for a key on every posting, and give a preview beside it to the same roles', () => {
    for (const kind of DOCUMENT_KINDS) {
      const { post, preview } = posting[kind];
      expect([post.keyed, preview.keyed, post.allow]).toEqual([true, undefined, preview.allow]);
      expect(post.body).toBe(preview.body);
    }
  });

  it('take writes of other things only under an id that is known before', () => {
    const writes = allEndpoints.filter(
      ({ method, keyed, path }) => method !== 'get' && !keyed && !path.endsWith('/preview') && path !== '/session',
    );
    expect(writes.map(({ path }) => path).sort()).toEqual([
      // Makes a file of what is asked, and keeps nothing of it.
      '/allocations/sheet',
      // What was fetched is not ready any more, and a file of the bank is known by its own number.
      '/bank/fetched',
      '/bank/files',
      '/bank/open-lines/:id',
      '/bills/:id/let-go',
      '/bills/:id/open',
      '/bills/:id/plan',
      '/bills/:id/post-agreed',
      // Reads a file, and keeps nothing of it.
      '/customs-entries/statement',
      '/despatch-advices/:id',
      '/despatch-advices/:id',
      // Said under its own id, once.
      '/document-notes/:id',
      '/documents/bill/approval/:id',
      '/documents/claim-closing/approval/:id',
      '/documents/prepayment/approval/:id',
      '/documents/return/approval/:id',
      '/drafts/:id',
      '/drafts/:id',
      '/imports/:id',
      '/imports/:id/cancel',
      '/imports/:id/load',
      '/incoming-bills/:id',
      '/incoming-bills/:id',
      '/incoming-bills/:id/beside',
      '/incoming-bills/:id/beside',
      '/incoming-bills/:id/vendor',
      '/lists/:list/views/:name',
      '/lists/:list/views/:name',
      '/mails/:id',
      '/papers/:id',
      // A link works once.
      '/password-resets',
      // Vendors are told of a payment once, and a run goes to the bank once.
      // A statement with the same checks has the same number.
      '/payment-runs/:id/presented',
      '/payment-runs/:id/remittances',
      '/payment-runs/:id/sent',
      // A person by the mail address: a second of it is refused.
      '/people',
      '/people/:id',
      // Another link makes the one before void.
      '/people/:id/reset',
      // What goes on is stopped once.
      '/postings/:id',
      '/registers/:register/:id',
      // One's own, and done again it is the same.
      '/session/layouts/:table',
      '/session/password',
      '/session/preferences',
      '/sessions',
      '/vendor-statements/read',
    ]);
  });

  it('allow no field beyond their own, all the way down', () => {
    const open: string[] = [];
    const look = (schema: unknown, where: string): void => {
      if (typeof schema !== 'object' || schema === null) return;
      const { type, additionalProperties, patternProperties } = schema as {
        type?: string;
        additionalProperties?: unknown;
        patternProperties?: unknown;
      };
      if (type === 'object' && additionalProperties !== false && !patternProperties) open.push(where);
      for (const [name, part] of Object.entries(schema)) look(part, `${where}/${name}`);
    };
    for (const endpoint of allEndpoints) look(endpoint.body, endpoint.path);
    expect(open).toEqual([]);
  });
});

describe('the OpenAPI document', () => {
  const document = openApiDocument('1.2.3') as {
    info: { version: string };
    paths: Record<
      string,
      Record<string, { parameters: { name: string; in: string; required: boolean }[]; security: object[] }>
    >;
  };

  it('writes parameters in braces and says which are required', () => {
    expect(document.info.version).toBe('1.2.3');
    expect(
      document.paths['/api/stock/{item}/{warehouse}']?.get?.parameters.map(({ name, in: where, required }) => [
        name,
        where,
        required,
      ]),
    ).toEqual([
      ['item', 'path', true],
      ['warehouse', 'path', true],
    ]);
    expect(document.paths['/api/journal']?.get?.parameters.map(({ required }) => required)).toEqual([false, false]);
  });

  it('names the headers that a posting needs', () => {
    expect(document.paths['/api/documents/receipt']?.post?.parameters.map(({ name }) => name)).toEqual([
      'Idempotency-Key',
      'X-CSRF-Token',
    ]);
    expect(document.paths['/api/session']?.post?.security).toEqual([]);
  });
});
