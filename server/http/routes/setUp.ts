import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { changeEntry, newEntry, viewEntry } from '../../setUp/registers.ts';
import { makeReset } from '../../signIn/passwords.ts';
import { addPerson, listPeople, savePerson } from '../../signIn/people.ts';
import type { Context } from '../context.ts';
import { implement } from '../implement.ts';

export function setUpRoutes(router: Router, context: Context): void {
  const { source } = context;
  const changing = async (by: string) => ({
    by,
    at: context.now(),
    currency: await baseCurrency(context.source.manager),
  });
  implement(router, context, api.entry, ({ params, user }) => viewEntry(source, params.register, params.id, user.id));
  implement(router, context, api.newEntry, async ({ params, body, key, user }) => ({
    id: await newEntry(source, params.register, body.fields, key, user, context.now()),
  }));
  implement(router, context, api.saveEntry, async ({ params, body, user }) => ({
    id: await changeEntry(source, params.register, params.id, body.fields, body.seen, user, context.now()),
  }));
  implement(router, context, api.people, async ({ user }) => ({
    rows: await listPeople(source.manager, await baseCurrency(context.source.manager), user.id),
  }));
  implement(router, context, api.newPerson, async ({ body, user }) => addPerson(source, body, await changing(user.id)));
  implement(router, context, api.savePerson, async ({ params, body, user }) =>
    savePerson(source, params.id, body, await changing(user.id)),
  );
  implement(router, context, api.resetPerson, ({ params, user }) =>
    makeReset(source, params.id, { by: user.id, at: context.now() }),
  );
}
