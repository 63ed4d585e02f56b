import type { Request, Router } from 'express';
import { api } from '@obolus/contract/api';
import { FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import type { Me } from '@obolus/contract/views/me';
import { RequestError } from '../../asking/failures.ts';
import { countsBlind } from '../../queries/blind.ts';
import { changePassword, resetPassword, signOutEverywhere } from '../../signIn/passwords.ts';
import { layoutsOf, saveLayout } from '../../signIn/layouts.ts';
import { preferencesOf, savePreferences } from '../../signIn/preferences.ts';
import { isTrue } from '../../storage/load/rows.ts';
import { personOf, type SessionUser, signIn } from '../../signIn/signIn.ts';
import type { SignedIn } from '../../asking/signedIn.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';
import { newCsrfToken } from '../session.ts';

export function sessionRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.signIn, async ({ body, request }) => {
    const user = await signIn(source, body.email, body.password, request.ip ?? '');
    return me(context, request, await begin(request, user));
  });
  implement(router, context, api.start, async ({ user, request }) => ({
    me: user ? await me(context, request, user) : null,
    notice: context.config.notice,
  }));
  implement(router, context, api.changePassword, async ({ body, user, request }) => {
    const at = context.now();
    const changed = await changePassword(source, user.id, body, { address: request.ip ?? '', at });
    return me(context, request, await begin(request, changed));
  });
  implement(router, context, api.savePreferences, async ({ body, user }) => {
    await savePreferences(source.manager, user.id, body);
    return { done: true as const };
  });
  implement(router, context, api.saveLayout, async ({ params, body, user }) => {
    await saveLayout(source.manager, user.id, params.table, body);
    return { done: true as const };
  });
  implement(router, context, api.signOutEverywhere, async ({ user, response }) => {
    await signOutEverywhere(source, user.id);
    response.clearCookie('obolus');
    return { done: true as const };
  });
  implement(router, context, api.posting, ({ params, user }) =>
    Promise.resolve({ progress: context.workers.progressOf(user.id, params.id) ?? null }),
  );
  implement(router, context, api.stopPosting, ({ params, user }) => {
    context.workers.stopPosting(user.id, params.id);
    return Promise.resolve({ done: true as const });
  });
  implement(router, context, api.resetPassword, ({ body }) => resetPassword(source, body, context.now()));
  implement(router, context, api.signOut, async ({ request, response }) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((problem: unknown) => (problem ? reject(asError(problem)) : resolve())),
    );
    response.clearCookie('obolus');
    return { done: true as const };
  });
  implement(router, context, api.me, ({ user, request }) => me(context, request, user));

  /** A session of its own: what was known of the one before is worth nothing. */
  async function begin(request: Request, user: SessionUser): Promise<SignedIn> {
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((problem: unknown) => (problem ? reject(asError(problem)) : resolve())),
    );
    request.session.user = user;
    request.session.csrfToken = newCsrfToken();
    const person = await personOf(source.manager, user);
    if (!person) throw new RequestError(401, 'problem.sign_in_first');
    return person;
  }
}

async function me(context: Context, request: Request, user: SignedIn): Promise<Me> {
  const [company] = (await context.source.query(
    "SELECT name, currency, recognition, first_open_day, unusual_charge, unusual_cost, customs_debt, discounts_to_goods, (SELECT d.vendor_id FROM customs_entry e JOIN payable p USING (document_id) JOIN document d ON d.id = e.document_id ORDER BY e.document_id DESC LIMIT 1) AS authority, EXISTS (SELECT 1 FROM document WHERE kind = 'receipt') AS begun FROM company WHERE id = 1",
  )) as {
    name: string;
    begun: string;
    currency: string;
    recognition: 'on-sale' | 'on-purchase';
    first_open_day: string;
    unusual_charge: string | null;
    unusual_cost: string | null;
    customs_debt: string;
    discounts_to_goods: string;
    authority: string | null;
  }[];
  const blind = await countsBlind(context.source.manager, user.role);
  if (!company) throw new RequestError(503, 'problem.company_missing');
  return {
    user: { id: user.id, name: user.name, email: user.email, role: user.role },
    company: {
      name: company.name,
      currency: company.currency,
      recognition: company.recognition,
      firstOpenDay: company.first_open_day,
      today: todayOf(context),
      blind,
      begun: isTrue(company.begun),
      standIns: context.config.standIns,
      mailbox: context.mailboxPort ?? null,
      customsDebt: isTrue(company.customs_debt) ? { authority: company.authority ?? '' } : null,
      discountsTo: isTrue(company.discounts_to_goods) ? 'goods' : 'income',
      unusual: { charge: percent(company.unusual_charge), cost: percent(company.unusual_cost) },
    },
    preferences: await preferencesOf(context.source.manager, user.id),
    layouts: await layoutsOf(context.source.manager, user.id),
    csrfToken: request.session.csrfToken ?? '',
  };
}

/** A part of one as percent; empty for none. */
const percent = (part: string | null): string =>
  part === null ? '' : formatDecimal(BigInt(part), FRACTION_PLACES - 2);

const asError = (problem: unknown): Error => (problem instanceof Error ? problem : new Error(String(problem)));
