import { Autocomplete } from '@mantine/core';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { FieldCatalogue, TemplateContentJson } from '../../../../contract/templates.ts';
import { isMailAddress } from '../../../../core/recipients/address.ts';
import { LIST_BELOW } from '../../../ui/fieldLook.ts';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';

type Recipients = TemplateContentJson['recipients'];
type Line = keyof Recipients;
type Rule = Recipients['to'][number];

const LINES: readonly (readonly [line: Line, label: string])[] = [
  ['to', say.to],
  ['cc', say.cc],
  ['bcc', say.bcc],
];

interface RecipientLinesProps {
  readonly recipients: Recipients;
  readonly roles: FieldCatalogue['roles'];
  readonly onChange: (recipients: Recipients) => void;
}

/** What a matter’s own address is called here. */
const FILING = say.filingAddress;

/** Whom a template writes to: everybody in a role, somebody always, or the matter itself. */
export function RecipientLines({ recipients, roles, onChange }: RecipientLinesProps) {
  return (
    <div className={classes.lines}>
      {LINES.map(([line, label]) => (
        <RuleLine
          key={line}
          label={label}
          rules={recipients[line]}
          roles={roles}
          onChange={(rules) => {
            onChange({ ...recipients, [line]: rules });
          }}
        />
      ))}
    </div>
  );
}

function RuleLine({
  label,
  rules,
  roles,
  onChange,
}: {
  readonly label: string;
  readonly rules: readonly Rule[];
  readonly roles: FieldCatalogue['roles'];
  readonly onChange: (rules: Rule[]) => void;
}) {
  const [typed, setTyped] = useState('');
  const nameOf = (rule: Rule): string => {
    if ('address' in rule) return rule.address;
    if ('filing' in rule) return FILING;
    return roles.find(({ key }) => key === rule.role)?.label ?? rule.role;
  };
  // Copies alone: what goes to a matter is filed there, and nobody reads it as a letter.
  const mayFile = label !== 'To' && !rules.some((rule) => 'filing' in rule);
  const free = roles.filter(({ key }) => !rules.some((rule) => 'role' in rule && rule.role === key));
  const hintOf = (name: string): string =>
    name === FILING
      ? say.answersToAllAreFiled
      : (free.find((role) => role.label === name)?.types.join(', ') ?? '');
  const add = (words = typed): void => {
    const text = words.trim();
    const role = free.find(({ label: name }) => name.toLowerCase() === text.toLowerCase());
    if (role) onChange([...rules, { role: role.key }]);
    else if (mayFile && text.toLowerCase() === FILING) onChange([...rules, { filing: true }]);
    else if (isMailAddress(text)) onChange([...rules, { address: text, name: '' }]);
    else return;
    setTyped('');
  };
  // Whoever types faster than the roles arrive is understood once they are there.
  const field = useRef<HTMLInputElement>(null);
  const addIfLeft = useEffectEvent(() => {
    if (document.activeElement !== field.current) add();
  });
  useEffect(() => {
    addIfLeft();
  }, [roles]);
  return (
    <div className={classes.line}>
      <span className={classes.lineLabel}>{label}</span>
      {rules.map((rule, n) => (
        <span key={n} className={classes.rule}>
          {nameOf(rule)}
          <button
            type="button"
            aria-label={say.removeNamed(nameOf(rule))}
            onClick={() => {
              onChange(rules.filter((_, m) => m !== n));
            }}
          >
            ×
          </button>
        </span>
      ))}
      <Autocomplete
        ref={field}
        variant="unstyled"
        size="xs"
        className={classes.addRule ?? ''}
        aria-label={say.addTo(label)}
        placeholder={rules.length === 0 ? say.aRoleOrAnAddress : 'add'}
        value={typed}
        data={[...(mayFile ? [FILING] : []), ...new Set(free.map(({ label: name }) => name))]}
        renderOption={({ option }) => (
          <span>
            {option.value} <small>{hintOf(option.value)}</small>
          </span>
        )}
        comboboxProps={LIST_BELOW}
        onChange={setTyped}
        onOptionSubmit={(chosen) => {
          add(chosen);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          add();
        }}
        onBlur={() => {
          add();
        }}
      />
    </div>
  );
}
