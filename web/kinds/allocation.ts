import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { sheetAgain } from '../screens/landing/sheet.ts';
import type { NextStep, WebKind } from './kind.ts';

export const allocation: WebKind = {
  path: '/landing',
  again: (body, today) => sheetAgain(body as BodyOf<'allocation'>, today),
};

/** What leaves a charge, or says what a charge is worked out by, leads to the landing sheet. */
export const LANDING: NextStep = { kind: 'allocation', to: '/landing', name: 'frame.do_charges' };
