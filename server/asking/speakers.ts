import { de } from '@obolus/messages/de';
import { en } from '@obolus/messages/en';
import { type Catalogue, type Language, type Speaker, speakerOf } from '@obolus/messages/speaker';
import { writingOf } from '@obolus/messages/writing';

const CATALOGUES: Readonly<Record<Language, Catalogue>> = { en, de };

const speakers = new Map<Language, Speaker>();

/** Says messages where the server words them: problem documents, papers, files. */
export function speakerFor(language: Language): Speaker {
  const known = speakers.get(language);
  if (known) return known;
  const made = speakerOf(language, CATALOGUES[language], writingOf(language));
  speakers.set(language, made);
  return made;
}
