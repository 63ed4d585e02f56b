import type { Message } from '@obolus/messages/message';
import { en } from '@obolus/messages/en';
import { speakerFor } from '../asking/speakers.ts';

const { saying, sayingAll } = speakerFor('en');

/** What was to be said, as somebody reads it in English. */
export const inEnglish = (says: unknown): string => sayingAll(says as Message[]);

/** A reply as somebody reads it who reads English: its messages in words, those of a list as sentences. */
export function readInEnglish(reply: unknown): unknown {
  if (isMessage(reply)) return saying(reply);
  if (Array.isArray(reply)) return reply.map(readInEnglish);
  if (typeof reply !== 'object' || reply === null) return reply;
  return Object.fromEntries(Object.entries(reply).map(([name, value]) => [name, readField(name, value)]));
}

/** Fields that are lists of messages: sentences one after the other, or what stands beside each other. */
const SENTENCES = new Set(['says', 'does', 'problem', 'doubts']);
const BESIDE = new Set(['note']);

function readField(name: string, value: unknown): unknown {
  const read = readInEnglish(value);
  if (!Array.isArray(read)) return read;
  if (SENTENCES.has(name)) return read.join(' ');
  return BESIDE.has(name) ? read.join(', ') : read;
}

const isMessage = (value: unknown): value is Message =>
  typeof value === 'object' &&
  value !== null &&
  typeof (value as Message).id === 'string' &&
  (value as Message).id in en;
