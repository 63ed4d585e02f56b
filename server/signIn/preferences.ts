import type { EntityManager } from 'typeorm';
import type { Preferences } from '@obolus/contract/views/me';
import { type Row, text } from '../queries/figures.ts';

/** In which language somebody reads, how they write figures and days; what is empty is as their browser has it. */
export async function preferencesOf(manager: EntityManager, user: string): Promise<Preferences> {
  const [row] = (await manager.query(
    'SELECT language, locale, date_order, week_start, keys_alone FROM user_account WHERE id = ?',
    [user],
  )) as Row[];
  return {
    language: text(row?.language) as Preferences['language'],
    locale: text(row?.locale),
    dateOrder: text(row?.date_order) as Preferences['dateOrder'],
    weekStart: text(row?.week_start) as Preferences['weekStart'],
    keysAlone: text(row?.keys_alone) as Preferences['keysAlone'],
  };
}

export async function savePreferences(
  manager: EntityManager,
  user: string,
  { language, locale, dateOrder, weekStart, keysAlone }: Preferences,
): Promise<void> {
  await manager.query(
    'UPDATE user_account SET language = ?, locale = ?, date_order = ?, week_start = ?, keys_alone = ? WHERE id = ?',
    [language, locale, dateOrder, weekStart, keysAlone, user],
  );
}
