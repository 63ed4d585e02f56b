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
    super('refused');
    this.refusals = refusals;
    this.names = names;
  }
}

/** A failure that the user can do something about, with the HTTP status that says which kind. */
export class RequestError extends Error {
  readonly status: number;
  readonly title: string;

  constructor(status: number, title: string, detail: string) {
    super(detail);
    this.status = status;
    this.title = title;
  }
}

/** What was written into a form and cannot be kept, each at its field by a JSON pointer. */
export class FieldsRefused extends Error {
  readonly errors: readonly { at: string; says: string }[];

  constructor(errors: readonly { at: string; says: string }[]) {
    super('refused');
    this.errors = errors;
  }
}

/** A body, query or parameter that its schema refuses. */
export class InvalidRequest extends Error {
  readonly errors: { at: string; says: string }[];

  constructor(errors: { at: string; says: string }[]) {
    super('invalid request');
    this.errors = errors;
  }
}
