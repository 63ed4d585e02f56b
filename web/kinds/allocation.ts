import type { NextStep, WebKind } from './kind.ts';

export const allocation: WebKind = { path: '/landing' };

/** What leaves a charge, or says what a charge is worked out by, leads to the landing sheet. */
export const LANDING: NextStep = { kind: 'allocation', to: '/landing', name: 'frame.do_charges' };
