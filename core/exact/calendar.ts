/** A day as `YYYY-MM-DD`; such texts compare and sort as days do. */
export type Day = string;

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/** Whether `text` is a day that exists: 2026-02-29 is not. */
export function isDay(text: string): boolean {
  const match = DAY.exec(text);
  if (!match) return false;
  const [year = 0, month = 0, day = 0] = match.slice(1).map(Number);
  if (year < 1900 || month < 1 || month > 12) return false;
  return day >= 1 && day <= new Date(Date.UTC(year, month, 0)).getUTCDate();
}

export function laterOf(...days: Day[]): Day {
  return days.reduce((latest, day) => (day > latest ? day : latest));
}

/** The last day of the month of a day. */
export function endOfMonth(day: Day): Day {
  const [year = 0, month = 1] = day.split('-').map(Number);
  return new Date(Date.UTC(year, month, 0)).toISOString().slice(0, 10);
}

export function addDays(day: Day, days: number): Day {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(Date.UTC(year, month - 1, date + days)).toISOString().slice(0, 10);
}

const MILLISECONDS_OF_A_DAY = 86_400_000;

/** How many days after the first the second is; below zero before it. */
export const daysBetween = (from: Day, to: Day): number => (Date.parse(to) - Date.parse(from)) / MILLISECONDS_OF_A_DAY;
