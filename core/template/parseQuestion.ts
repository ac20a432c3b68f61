import { isClockTime } from '../model/value.ts';
import { Refusal, cleanText, isObject, requireInteger, requireText } from './parseAttrs.ts';
import type { Json } from './parseAttrs.ts';
import { QUESTION_BOUNDS, QUESTION_KINDS, offeredDay } from './question.ts';
import type { OfferedDays, Question, QuestionKind } from './question.ts';

const KEY = /^[a-z0-9-]{1,40}$/;
const isKind = (value: unknown): value is QuestionKind => QUESTION_KINDS.some((kind) => kind === value);

/** Reads a question from unknown attributes; what a kind has no use for falls away. */
export function readQuestion(attrs: Json, where: string): Question {
  const { kind, required } = attrs;
  const key = requireText(attrs, 'key', where);
  if (!KEY.test(key)) throw new Refusal('badAttribute', where, { name: 'key' });
  if (!isKind(kind)) throw new Refusal('badAttribute', where, { name: 'kind' });
  return {
    key,
    kind,
    ask: bounded(requireText(attrs, 'ask', where), QUESTION_BOUNDS.ask, 'ask', where),
    required: required === true,
    options: kind === 'one' || kind === 'several' || kind === 'day' ? readOptions(attrs, kind, where) : [],
    days: kind === 'day' ? readDays(attrs['days'], where) : null,
    offers: optional(attrs, 'offers', QUESTION_BOUNDS.path, where),
    goesTo: optional(attrs, 'goesTo', QUESTION_BOUNDS.path, where),
    value: optional(attrs, 'value', QUESTION_BOUNDS.value, where),
  };
}

function bounded(text: string, most: number, name: string, where: string): string {
  if (text.length > most) throw new Refusal('badAttribute', where, { name });
  return cleanText(text).replace(/\s+/gu, ' ').trim();
}

function optional(attrs: Json, name: string, most: number, where: string): string | null {
  const value = attrs[name];
  if (value === null || value === undefined || value === '') return null;
  return bounded(requireText(attrs, name, where), most, name, where);
}

function readOptions({ options }: Json, kind: QuestionKind, where: string): readonly string[] {
  if (options === undefined) return [];
  const refused = new Refusal('badAttribute', where, { name: 'options' });
  if (!Array.isArray(options) || options.length > QUESTION_BOUNDS.options) throw refused;
  const texts = options.map((one: unknown) => {
    if (typeof one !== 'string') throw refused;
    if (kind === 'day' && !offeredDay(one)) throw refused;
    return bounded(one, QUESTION_BOUNDS.option, 'options', where);
  });
  return [...new Set(texts.filter((text) => text !== ''))];
}

function readDays(json: unknown, where: string): OfferedDays | null {
  if (!isObject(json)) return null;
  const { at } = json;
  if (at !== null && at !== undefined && !(typeof at === 'string' && isClockTime(at)))
    throw new Refusal('badAttribute', where, { name: 'at' });
  return {
    from: requireInteger(json, 'from', where, 0, QUESTION_BOUNDS.daysAhead),
    count: requireInteger(json, 'count', where, 1, QUESTION_BOUNDS.days),
    at: at ?? null,
  };
}
