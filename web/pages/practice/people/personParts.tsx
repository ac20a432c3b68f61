import { FURTHER_RIGHTS } from '../../../../contract/people.ts';
import type { FurtherRight, Invitation, NewPerson } from '../../../../contract/people.ts';
import type { Role } from '../../../../contract/session.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import { rightWords, roleName, roleWords, say } from '../../../words/en/practice-people.ts';
import { useState } from 'react';
import classes from '../Practice.module.css';

/** What is written of somebody. */
export type PersonWords = Required<
  Pick<NewPerson, 'name' | 'email' | 'position' | 'phone' | 'role' | 'rights'>
>;

export const ROLES: readonly Role[] = ['administrator', 'practitioner', 'assistant', 'reader'];
/** Whose role has the right already is not given it besides. */
const HAS_ALREADY: Readonly<Record<Role, readonly FurtherRight[]>> = {
  administrator: ['approve', 'release', 'figures'],
  practitioner: ['approve', 'release'],
  assistant: [],
  reader: ['approve', 'release'],
};

interface PersonFieldsProps {
  readonly values: PersonWords;
  readonly onChange: (part: Partial<PersonWords>) => void;
}

export function PersonFields({ values, onChange }: PersonFieldsProps) {
  const offered = FURTHER_RIGHTS.filter((right) => !HAS_ALREADY[values.role].includes(right));
  const text = (label: string, key: 'name' | 'email' | 'position' | 'phone') => (
    <TextField
      label={label}
      value={values[key]}
      type={key === 'email' ? 'email' : 'text'}
      onChange={(typed) => {
        onChange({ [key]: typed });
      }}
    />
  );
  return (
    <>
      <div className={classes.fields}>
        {text(say.name, 'name')}
        {text(say.emailAddress, 'email')}
        {text(say.position, 'position')}
        {text(say.telephone, 'phone')}
        <SelectField
          label={say.role}
          value={values.role}
          options={ROLES.map((role) => [role, roleName(role)] as const)}
          onChange={(role) => {
            onChange({ role, rights: values.rights.filter((right) => !HAS_ALREADY[role].includes(right)) });
          }}
        />
      </div>
      <p className={classes.hint}>
        {roleName(values.role)}: {roleWords(values.role)}.
      </p>
      {offered.length > 0 ? (
        <div className={classes.days} role="group" aria-label={say.mayAlso}>
          {offered.map((right) => (
            <CheckField
              key={right}
              label={`${say.mayAlso} ${rightWords(right)}`}
              checked={values.rights.includes(right)}
              onChange={(given) => {
                onChange({
                  rights: given ? [...values.rights, right] : values.rights.filter((one) => one !== right),
                });
              }}
            />
          ))}
        </div>
      ) : null}
    </>
  );
}

/** The link that somebody was sent, or that is handed over by whoever invites them. */
export function InvitationLink({
  invitation,
  email,
}: {
  readonly invitation: Invitation;
  readonly email: string;
}) {
  const [copied, setCopied] = useState(false);
  return (
    <div role="status">
      <p>{invitation.sent ? say.theLinkWasSent(email) : say.theLinkWasNotSent}</p>
      {invitation.sent ? null : (
        <div className={classes.ways}>
          <TextField label={say.link} value={invitation.url} onChange={() => undefined} />
          <Button
            onClick={() =>
              void navigator.clipboard.writeText(invitation.url).then(() => {
                setCopied(true);
              })
            }
          >
            {copied ? say.copied : say.copyTheLink}
          </Button>
        </div>
      )}
    </div>
  );
}
