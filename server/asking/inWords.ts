import type { Shown } from '@obolus/contract/message';
import { en } from '@obolus/messages/en';
import type { MessageId } from '@obolus/messages/message';

/** A code by what it is called in the catalogue; as it stands where it is somebody's own word. */
export function inWords(area: 'purpose' | 'component' | 'choice', code: string): Shown {
  const id = `${area}.${code}`;
  return id in en ? { id: id as MessageId } : code;
}
