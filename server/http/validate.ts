import { Ajv } from 'ajv';
import type { ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import type { TSchema } from 'typebox';
import { DomainProblem } from '../platform/problems/problem.ts';

const ajv = new Ajv({ allErrors: false, strict: false });
addFormats.default(ajv);
/** Query strings hold text alone; numbers in them are read as numbers. */
const queryAjv = new Ajv({ allErrors: false, strict: false, coerceTypes: 'array' });
addFormats.default(queryAjv);

const compiled = new WeakMap<TSchema, ValidateFunction>();

function validatorOf(schema: TSchema, fromQuery: boolean): ValidateFunction {
  const known = compiled.get(schema);
  if (known) return known;
  const made = (fromQuery ? queryAjv : ajv).compile(schema);
  compiled.set(schema, made);
  return made;
}

/** Checks a part of a request; throws `badRequest` that says where and what, in words without values. */
export function validate(
  schema: TSchema | undefined,
  value: unknown,
  part: 'body' | 'query' | 'path',
): unknown {
  if (!schema) return {};
  const data = value ?? {};
  const check = validatorOf(schema, part === 'query');
  if (check(data)) return data;
  const errors = (check.errors ?? []).map(({ instancePath, message, params }) => ({
    where: `${part}${instancePath}`,
    message: `${message ?? 'is not as described'}${'additionalProperty' in params ? `: ${String(params['additionalProperty'])}` : ''}`,
  }));
  const [first] = errors;
  throw new DomainProblem('badRequest', first ? [{ code: 'notAsDescribed', ...first }] : [], { errors });
}
