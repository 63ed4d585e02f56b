import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { sheetAgain } from '../landing/sheet.ts';

/** Of the kinds that can be posted again: the body of a draft that asks for the same, from what a posted document asked for. */
export const AGAIN: Partial<Record<DocumentKind, (body: unknown, today: string) => object>> = {
  allocation: (body, today) => sheetAgain(body as BodyOf<'allocation'>, today),
};
