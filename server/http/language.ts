import type { Request } from 'express';
import { type Language, languageAmong, LANGUAGES } from '@obolus/messages/speaker';

/** The language in which whoever asks reads: their own choice, else what their browser asks for, else English. */
export function languageOf(request: Request): Language {
  const chosen = LANGUAGES.find((language) => language === request.person?.language);
  return chosen ?? languageAmong(request.acceptsLanguages());
}
