import type { EntityManager } from 'typeorm';
import type { Preferences } from '@obolus/contract/views/me';
import { type Row, text } from '../queries/figures.ts';

/** How somebody writes figures and days; what is empty is as their browser has it. */
export async function preferencesOf(manager: EntityManager, user: string): Promise<Preferences> {
  const [row] = (await manager.query('SELECT locale, date_order, week_start FROM user_account WHERE id = ?', [
    user,
  ])) as Row[];
  return {
    locale: text(row?.locale),
    dateOrder: text(row?.date_order) as Preferences['dateOrder'],
    weekStart: text(row?.week_start) as Preferences['weekStart'],
  };
}

export async function savePreferences(
  manager: EntityManager,
  user: string,
  { locale, dateOrder, weekStart }: Preferences,
): Promise<void> {
  await manager.query('UPDATE user_account SET locale = ?, date_order = ?, week_start = ? WHERE id = ?', [
    locale,
    dateOrder,
    weekStart,
    user,
  ]);
}
