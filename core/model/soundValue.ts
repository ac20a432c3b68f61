import { parsePlainDate } from './plainDate.ts';
import type { PlainDate } from './plainDate.ts';
import { FACT_KINDS, isClockTime } from './value.ts';
import type { Value } from './value.ts';

/** Longest text a value holds; some twenty pages. */
export const MAX_VALUE_CHARS = 50_000;
/** Beyond this a number is written with an exponent, which nobody types or reads in a letter. */
export const MOST_NUMBER = 1e15;

type Json = Readonly<Record<string, unknown>>;

const isObject = (json: unknown): json is Json =>
  typeof json === 'object' && json !== null && !Array.isArray(json);
const isText = (json: unknown): json is string => typeof json === 'string' && json.length <= MAX_VALUE_CHARS;
const isDay = (json: unknown): json is PlainDate =>
  typeof json === 'string' && parsePlainDate(json) !== undefined;

/**
 * A value that is wholly what its kind says: a day that there is, an amount that is exact, a number within bounds.
 * Undefined for anything else: what is not sound counts as missing, and never makes what it stands on unreadable.
 */
export function soundValue(json: unknown): Value | undefined {
  return isObject(json) && isSound(json) ? (json as unknown as Value) : undefined;
}

function isSound(json: Json): boolean {
  const kind = FACT_KINDS.find((known) => known === json['kind']);
  switch (kind) {
    case 'text':
    case 'longText':
      return isText(json['text']);
    case 'number':
      return (
        typeof json['value'] === 'number' &&
        Math.abs(json['value']) <= MOST_NUMBER &&
        (json['percent'] === undefined || json['percent'] === true)
      );
    case 'money':
      return (
        isObject(json['money']) &&
        Number.isSafeInteger(json['money']['amountMinor']) &&
        typeof json['money']['currency'] === 'string' &&
        /^[A-Z]{3}$/.test(json['money']['currency'])
      );
    case 'date':
      return isDay(json['date']);
    case 'dateTime':
      return isDay(json['date']) && typeof json['time'] === 'string' && isClockTime(json['time']);
    case 'yesNo':
      return typeof json['value'] === 'boolean';
    case 'choice':
      return isText(json['key']) && isText(json['label']);
    case 'contact':
      return isText(json['contactId']) && isText(json['name']);
    case undefined:
      return (json['kind'] === 'email' || json['kind'] === 'phone') && isText(json['text']);
    default:
      return kind satisfies never;
  }
}

/** The sound ones of some values by name; `asked` where only those of some names are wanted. */
export const soundValues = (json: unknown, asked?: readonly string[]): Readonly<Record<string, Value>> =>
  picked(json, (value) => soundValue(value), asked);

/** The days of some by name that there are; `asked` where only those of some names are wanted. */
export const soundDates = (json: unknown, asked?: readonly string[]): Readonly<Record<string, PlainDate>> =>
  picked(json, (value) => (isDay(value) ? value : undefined), asked);

/** Tables by name, each row with what is sound in it; a row that is none stays as an empty one, so that it is seen. */
export const soundTables = (
  json: unknown,
): Readonly<Record<string, readonly Readonly<Record<string, Value>>[]>> =>
  picked(json, (rows) => (Array.isArray(rows) ? rows.map((row) => soundValues(row)) : undefined));

function picked<T>(
  json: unknown,
  read: (value: unknown) => T | undefined,
  asked?: readonly string[],
): Readonly<Record<string, T>> {
  const sound: Record<string, T> = {};
  if (!isObject(json)) return sound;
  for (const key of asked ?? Object.keys(json)) {
    if (key === '__proto__' || !Object.hasOwn(json, key)) continue;
    const value = read(json[key]);
    if (value !== undefined) sound[key] = value;
  }
  return sound;
}
