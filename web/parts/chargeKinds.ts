import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { server } from '../server/api.ts';

export type ChargeKind = ReplyOf<typeof api.chargeKinds>['rows'][number];

/** The kinds of charge that are in use, those that go onto goods first; none while they are not here yet. */
export const useChargeKinds = (): readonly ChargeKind[] => server.useChargeKindsQuery().data?.rows ?? NONE;

const NONE: readonly ChargeKind[] = [];

/** How a kind is usually shared; by value where nobody said. */
export const usualBasis = (kinds: readonly ChargeKind[], kind: string): Exclude<ChargeKind['basis'], ''> =>
  kinds.find(({ code }) => code === kind)?.basis || 'value';
