import type { Shown } from '@obolus/contract/message';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { formatRate, rate } from '@obolus/core/exact/amounts';
import type { AgreedRate, CrossRate } from '@obolus/core/purchasing/crossRate';
import { type Message, message } from '@obolus/messages/message';
import type { EntityManager } from 'typeorm';
import type { Reader } from '../asking/reader.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { facts } from '../storage/tables.ts';

type Body = Pick<BodyOf<'bill'>, 'agreedRates'>;

/** Rates that a bill or a credit memo states, as typed; none where it states none. */
export const readAgreedRates = ({ agreedRates = [] }: Body, reader: Reader): AgreedRate[] =>
  agreedRates.map((agreed, position) => ({
    currency: agreed.currency,
    rate: reader.rate(agreed.rate, `/agreedRates/${position}/rate`),
  }));

export const writeAgreedRates = (agreed: readonly AgreedRate[] = []): Body =>
  agreed.length === 0
    ? {}
    : { agreedRates: agreed.map(({ currency, rate: units }) => ({ currency, rate: formatRate(units) })) };

/** The rates at which a paper was put into the currencies of its orders, kept with it. */
export const crossRateRows = (document: string, rates: readonly CrossRate[]) => ({
  table: facts.crossRate,
  rows: rates.map(({ currency, rate: units, agreed }) => ({
    document_id: document,
    currency,
    rate: units,
    agreed: agreed ? 1 : 0,
  })),
});

export const viewCrossRate = ({ currency, rate: units, agreed }: CrossRate) => ({
  currency,
  rate: formatRate(units),
  agreed,
});

/** At which rates, of the day or agreed, what a paper asks for became what was ordered. */
export async function crossRateFacts(manager: EntityManager, id: string): Promise<{ name: Message; value: Shown }[]> {
  const rows: Row[] = await manager.query(
    'SELECT c.currency, c.rate, c.agreed, d.currency AS own FROM cross_rate c JOIN document d ON d.id = c.document_id WHERE c.document_id = ? ORDER BY c.currency',
    [id],
  );
  return rows.map((row) => ({
    name: message('document.cross_rate', { from: text(row.own), to: text(row.currency) }),
    value: message(Number(row.agreed) ? 'document.rate_agreed' : 'document.rate_of_day', {
      figure: { figure: formatRate(rate(big(row.rate))) },
    }),
  }));
}
