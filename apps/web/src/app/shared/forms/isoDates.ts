import { Injectable, type Provider } from '@angular/core';
import { DateAdapter, MAT_DATE_FORMATS, MAT_NATIVE_DATE_FORMATS } from '@angular/material/core';

const DAY_MS = 86_400_000;

/**
 * Calendar days as the coat has them: the text `2026-11-29`, read and shown the same wherever one is. Nothing here knows of hours or
 * zones; days are counted in the proleptic Gregorian calendar (ISO 8601).
 */
@Injectable()
export class IsoDates extends DateAdapter<string> {
  private readonly words = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en', { ...options, timeZone: 'UTC' });

  getYear(date: string): number {
    return Number(date.slice(0, 4));
  }
  /** From 0, as the calendar counts. */
  getMonth(date: string): number {
    return Number(date.slice(5, 7)) - 1;
  }
  getDate(date: string): number {
    return Number(date.slice(8, 10));
  }
  getDayOfWeek(date: string): number {
    return utc(date).getUTCDay();
  }
  getMonthNames(style: 'long' | 'short' | 'narrow'): string[] {
    const words = this.words({ month: style });
    return Array.from({ length: 12 }, (_, month) => words.format(Date.UTC(2024, month, 1)));
  }
  getDateNames(): string[] {
    return Array.from({ length: 31 }, (_, day) => String(day + 1));
  }
  getDayOfWeekNames(style: 'long' | 'short' | 'narrow'): string[] {
    const words = this.words({ weekday: style });
    // 7 January 2024 was a Sunday.
    return Array.from({ length: 7 }, (_, day) => words.format(Date.UTC(2024, 0, 7 + day)));
  }
  getYearName(date: string): string {
    return date.slice(0, 4);
  }
  /** Weeks begin on Monday (ISO 8601). */
  getFirstDayOfWeek(): number {
    return 1;
  }
  getNumDaysInMonth(date: string): number {
    return new Date(Date.UTC(this.getYear(date), this.getMonth(date) + 1, 0)).getUTCDate();
  }
  clone(date: string): string {
    return date;
  }
  createDate(year: number, month: number, day: number): string {
    return iso(Date.UTC(year, month, day));
  }
  today(): string {
    const now = new Date();
    return this.createDate(now.getFullYear(), now.getMonth(), now.getDate());
  }
  /** Year, month and day, also where leading noughts are missing; anything else is no day. */
  parse(value: unknown): string | null {
    if (typeof value !== 'string' || value.trim() === '') return null;
    const [, year = '', month = '', day = ''] = /^\s*(\d{4})-(\d{1,2})-(\d{1,2})\s*$/.exec(value) ?? [];
    const date = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
    return isDay(date) ? date : this.invalid();
  }
  format(date: string, shape: Intl.DateTimeFormatOptions | 'day'): string {
    return shape === 'day' ? date : this.words(shape).format(utc(date));
  }
  addCalendarYears(date: string, years: number): string {
    return this.addCalendarMonths(date, years * 12);
  }
  addCalendarMonths(date: string, months: number): string {
    const first = iso(Date.UTC(this.getYear(date), this.getMonth(date) + months, 1));
    const day = Math.min(this.getDate(date), this.getNumDaysInMonth(first));
    return this.createDate(this.getYear(first), this.getMonth(first), day);
  }
  addCalendarDays(date: string, days: number): string {
    return iso(utc(date).getTime() + days * DAY_MS);
  }
  toIso8601(date: string): string {
    return date;
  }
  isDateInstance(value: unknown): boolean {
    return typeof value === 'string';
  }
  isValid(date: string): boolean {
    return isDay(date);
  }
  invalid(): string {
    return 'no day';
  }
}

const utc = (date: string) => new Date(`${date}T00:00:00Z`);
const iso = (time: number) => new Date(time).toISOString().slice(0, 10);
const isDay = (date: string) =>
  /^\d{4}-\d{2}-\d{2}$/.test(date) && !Number.isNaN(utc(date).getTime()) && iso(utc(date).getTime()) === date;

/** For components with a field for a day. */
export const ISO_DATES: Provider[] = [
  { provide: DateAdapter, useClass: IsoDates },
  {
    provide: MAT_DATE_FORMATS,
    useValue: {
      parse: { dateInput: 'day' },
      display: { ...MAT_NATIVE_DATE_FORMATS.display, dateInput: 'day' },
    },
  },
];
