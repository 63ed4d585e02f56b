import { type Message, message, type MessageId, type Values } from '@obolus/messages/message';
import type { Refusal } from '@obolus/core/state/refusal';

/** What users call items and warehouses, by id. */
export interface Names {
  readonly items: ReadonlyMap<string, string>;
  readonly warehouses: ReadonlyMap<string, string>;
}

/** A document that the rules refuse; the transaction is rolled back and nothing is left behind. */
export class RefusedError extends Error {
  readonly refusals: readonly Refusal[];
  readonly names: Names;

  constructor(refusals: readonly Refusal[], names: Names) {
    super(`refused: ${refusals.map(({ reason }) => reason).join(', ')}`);
    this.refusals = refusals;
    this.names = names;
  }
}

/** A failure that the user can do something about, with the HTTP status that says which kind. */
export class RequestError extends Error {
  readonly status: number;
  readonly says: readonly Message[];

  constructor(status: number, says: MessageId | readonly Message[], values?: Values) {
    const messages = typeof says === 'string' ? [message(says, values)] : says;
    super(messages.map(({ id }) => id).join(', '));
    this.status = status;
    this.says = messages;
  }
}

/** What is wrong at a field, by a JSON pointer. */
export interface FieldError {
  readonly at: string;
  readonly says: readonly Message[];
}

/** What was written into a form and cannot be kept, each at its field by a JSON pointer. */
export class FieldsRefused extends Error {
  readonly errors: readonly FieldError[];

  constructor(errors: readonly FieldError[]) {
    super('refused');
    this.errors = errors;
  }
}

/** A body, query or parameter that its schema refuses. */
export class InvalidRequest extends Error {
  readonly errors: readonly FieldError[];

  constructor(errors: readonly FieldError[]) {
    super('invalid request');
    this.errors = errors;
  }
}
