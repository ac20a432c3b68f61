import type { DateShift } from '../model/calculatedForm.ts';
import type { Condition, ConditionGroup, ConditionTest } from '../model/condition.ts';
import type { Problem } from '../model/problem.ts';
import { VALUE_FORMATS } from '../values/writeValue.ts';
import type { ValueFormat } from '../values/writeValue.ts';
import type { FieldUse, Repeat, WhenEmpty } from './document.ts';
import { ANSWER_PLACE } from './question.ts';

/** Characters of text in one document, some 150 pages. */
export const MAX_DOCUMENT_CHARS = 500_000;
/** Nodes in one document; the longest letters seen have some hundreds. */
const MAX_NODES = 20_000;
const MAX_HREF = 2_000;
/** Conditions of one group: more is a form that nobody can read. */
const MAX_CONDITIONS = 20;
/** Shifts beyond this leave the calendar; no letter speaks of a day fifty years of days away. */
const MAX_SHIFT = 20_000;

export type DocumentProblem = Problem<
  'notADocument' | 'unknownNode' | 'unknownMark' | 'badAttribute' | 'badLink' | 'tooDeep' | 'tooLarge'
>;

/** Which nodes may stand: fields and passages in templates, values and late values in letters. */
export type DocumentUse = 'template' | 'message';

export class Refusal extends Error {
  readonly problem: DocumentProblem;
  constructor(code: DocumentProblem['code'], where: string, params: DocumentProblem['params'] = {}) {
    super(code);
    this.problem = { code, where, params };
  }
}

/** What has been read so far, against the bounds above. */
export interface Reading {
  readonly use: DocumentUse;
  nodes: number;
  chars: number;
}

export type Json = Readonly<Record<string, unknown>>;

export const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export const children = (node: Json): readonly unknown[] =>
  Array.isArray(node['content']) ? node['content'] : [];
export const attrsOf = (node: Json): Json => (isObject(node['attrs']) ? node['attrs'] : {});

export function count(reading: Reading, where: string, chars = 0): void {
  reading.nodes += 1;
  reading.chars += chars;
  if (reading.nodes > MAX_NODES || reading.chars > MAX_DOCUMENT_CHARS) throw new Refusal('tooLarge', where);
}

/** Links that mail readers follow without surprise; anything else (`javascript:`, `data:`, `file:`) is refused. */
export const isSafeHref = (href: string): boolean =>
  href === ANSWER_PLACE || (href.length <= MAX_HREF && /^(?:https?:\/\/|mailto:|tel:)[^\s<>"]+$/i.test(href));

/** Control characters but tab and newline have no place in a letter. */
export const cleanText = (text: string): string => text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '');

export function requireText(json: Json, name: string, where: string): string {
  const value = json[name];
  if (typeof value === 'string') return value;
  throw new Refusal('badAttribute', where, { name });
}

export function requireHref(json: Json, where: string): string {
  const href = requireText(json, 'href', where);
  if (!isSafeHref(href)) throw new Refusal('badLink', where, { href: href.slice(0, 80) });
  return href;
}

/** A whole number within bounds, both inclusive. */
export function requireInteger(json: Json, name: string, where: string, least: number, most: number): number {
  const value = json[name];
  if (typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most) return value;
  throw new Refusal('badAttribute', where, { name });
}

export function readUse(attrs: Json, where: string): FieldUse {
  const format = attrs['format'] ?? 'plain';
  if (!isFormat(format)) throw new Refusal('badAttribute', where, { name: 'format' });
  return { path: requireText(attrs, 'path', where), format, shift: readShift(attrs['shift'], where) };
}

const isFormat = (value: unknown): value is ValueFormat => VALUE_FORMATS.some((format) => format === value);

const ENDS = ['month', 'quarter', 'year'] as const;
const UNITS = ['days', 'workingDays', 'weeks', 'months', 'years'] as const;

function readShift(json: unknown, where: string): DateShift | null {
  if (json === undefined || json === null) return null;
  const unit = isObject(json) ? UNITS.find((known) => known === json['unit']) : undefined;
  const amount = isObject(json) ? json['amount'] : undefined;
  if (!unit || typeof amount !== 'number' || !Number.isInteger(amount) || Math.abs(amount) > MAX_SHIFT) {
    throw new Refusal('badAttribute', where, { name: 'shift' });
  }
  const given = isObject(json) ? json : {};
  const { roll, weekday } = given;
  const end = ENDS.find((known) => known === given['end']);
  return {
    amount,
    unit,
    ...(end ? { end } : {}),
    ...(typeof weekday === 'number' && weekday >= 1 && weekday <= 7 ? { weekday: Math.trunc(weekday) } : {}),
    ...(roll === 'next' || roll === 'previous' ? { roll } : {}),
    ...(given['countsDay'] === true ? { countsDay: true } : {}),
  };
}

export function readWhenEmpty(attrs: Json, where: string): WhenEmpty {
  const json = attrs['whenEmpty'];
  if (json === undefined || json === null) return { kind: 'ask' };
  const given = isObject(json) ? json : {};
  const kind = given['kind'];
  if (kind === 'ask') return { kind };
  if (kind === 'words') return { kind, words: cleanText(requireText(given, 'words', where)) };
  if (kind === 'leaveOut') {
    const along = given['with'];
    return along === 'sentence' || along === 'paragraph' || along === 'row'
      ? { kind, with: along }
      : { kind };
  }
  throw new Refusal('badAttribute', where, { name: 'whenEmpty' });
}

export function readRepeat(json: Json, where: string): Repeat {
  const over = requireText(json, 'over', where);
  if (!/^(?:table|party)\../.test(over)) throw new Refusal('badAttribute', where, { name: 'over' });
  const when = json['when'];
  return { over, when: when === undefined || when === null ? null : readGroup(when, where) };
}

export function readGroup(json: unknown, where: string): ConditionGroup {
  const given = isObject(json) ? json : {};
  const { join, conditions } = given;
  const fits = (join === 'all' || join === 'any') && Array.isArray(conditions);
  if (!fits || conditions.length > MAX_CONDITIONS) throw new Refusal('badAttribute', where, { name: 'when' });
  return { join, conditions: conditions.map((one): Condition => readCondition(one, where)) };
}

function readCondition(json: unknown, where: string): Condition {
  const given = isObject(json) ? json : {};
  const test = isObject(given['test']) ? given['test'] : {};
  return { path: requireText(given, 'path', where), test: readTest(test, where) };
}

function readTest(test: Json, where: string): ConditionTest {
  const { op, value } = test;
  if (op === 'filled' || op === 'empty') return { op };
  if ((op === 'is' || op === 'isNot') && (typeof value === 'string' || typeof value === 'boolean'))
    return { op, value };
  if ((op === 'atLeast' || op === 'atMost') && typeof value === 'number' && Number.isFinite(value))
    return { op, value };
  if (op === 'before' || op === 'notBefore') return { op, than: requireText(test, 'than', where) };
  if (op === 'within') {
    const [fromDays, untilDays] = [test['fromDays'], test['untilDays']];
    if (isSpanDay(fromDays) && isSpanDay(untilDays)) return { op, fromDays, untilDays };
  }
  throw new Refusal('badAttribute', where, { name: 'test' });
}

const isSpanDay = (value: unknown): value is number =>
  Number.isInteger(value) && Math.abs(value as number) <= MAX_SHIFT;
