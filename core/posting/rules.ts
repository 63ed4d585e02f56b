/**
 * The version of the rules by which documents are decided. It is kept with each command. Whoever changes what a document posts
 * raises it: the casebook's facts are held under it, and replay compares only documents of the rules that are in force; the facts
 * of older ones stand as they were posted.
 */
export const RULES = 8;
