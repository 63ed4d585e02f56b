import { addDays, type Day } from '../exact/calendar.ts';

/** A month as `YYYY-MM`. */
export type Period = string;

const PERIOD = /^(19|2\d)\d{2}-(0[1-9]|1[0-2])$/;

export const isPeriod = (text: string): boolean => PERIOD.test(text);

export const firstDayOf = (period: Period): Day => `${period}-01`;

/** The first day after a period: the 28th and four days more lie in the next month. */
export const dayAfter = (period: Period): Day => `${addDays(`${period}-28`, 4).slice(0, 7)}-01`;

export const lastDayOf = (period: Period): Day => addDays(dayAfter(period), -1);
