import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { DocumentView } from '@obolus/contract/views/documents';
import { compareFigures } from '../parts/exact.ts';
import type { MessageId } from '@obolus/messages/message';

/** What of a draft's body says where it is entered. */
export interface Placing {
  readonly vendor?: string;
  readonly customer?: string;
  readonly of?: string;
}

/** The one next step that a document usually asks for: a document of another kind, and where it is entered. */
export interface NextStep {
  readonly kind: DocumentKind;
  readonly to: string;
  readonly name: MessageId;
}

/** A kind of document as people meet it: where it is entered, and what comes after it. */
export interface WebKind {
  /** The address where it is entered, its parts from the draft's body; the draft's own key follows. */
  readonly path?: string;
  readonly partsOf?: (body: Placing) => Readonly<Record<string, string>>;
  readonly next?: (document: DocumentView) => NextStep | undefined;
  /** What else is often done with it. */
  readonly further?: (document: DocumentView) => readonly NextStep[];
}

/** Whether a part of the trail is behind another: something is still to come. */
export const isBehind = ({ trail }: DocumentView, part: number, of: number): boolean =>
  compareFigures(trail[part]?.amount ?? '0', trail[of]?.amount ?? '0') < 0;
