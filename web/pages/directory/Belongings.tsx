import type { ContactJson, ContactSummary, MembershipJson } from '../../../contract/directory.ts';
import { DayField } from '../../parts/days/DayField.tsx';
import { OrganisationPicker } from '../../parts/pickers/OrganisationPicker.tsx';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

interface BelongingsProps {
  readonly values: ContactJson;
  readonly onChange: (part: Partial<ContactJson>) => void;
}

const NOWHERE: MembershipJson = {
  organisationId: null,
  organisation: '',
  position: '',
  from: null,
  until: null,
};

/** Where a person belongs: several organisations, each with a position and a span. */
export function Belongings({ values, onChange }: BelongingsProps) {
  if (values.kind !== 'person') return null;
  const memberships = values.memberships ?? [];
  const put = (next: MembershipJson[]): void => {
    onChange({ memberships: next });
  };
  const set = (at: number, part: Partial<MembershipJson>): void => {
    put(memberships.map((one, n) => (n === at ? { ...one, ...part } : one)));
  };
  return (
    <>
      <h2>{say.organisations}</h2>
      {memberships.map((membership, n) => (
        <Belonging
          key={n}
          n={n + 1}
          membership={membership}
          onChange={(part) => {
            set(n, part);
          }}
          onRemove={() => {
            put(memberships.filter((_, m) => m !== n));
          }}
        />
      ))}
      {memberships.length > 1 ? <p>{say.theFirstIsShown}</p> : null}
      <Button
        onClick={() => {
          put([...memberships, NOWHERE]);
        }}
      >
        {say.addAnOrganisation}
      </Button>
    </>
  );
}

interface BelongingProps {
  readonly n: number;
  readonly membership: MembershipJson;
  readonly onChange: (part: Partial<MembershipJson>) => void;
  readonly onRemove: () => void;
}

function Belonging({ n, membership, onChange, onRemove }: BelongingProps) {
  const { organisation, position, from, until } = membership;
  const choose = (chosen: Pick<ContactSummary, 'name'> & { readonly id: string | null }): void => {
    onChange({ organisationId: chosen.id, organisation: chosen.name });
  };
  return (
    <div className={classes.belonging}>
      <OrganisationPicker label={say.organisationNamed(n)} chosen={organisation} onChoose={choose} />
      <TextField
        label={say.positionNamed(n)}
        value={position}
        onChange={(words) => {
          onChange({ position: words });
        }}
      />
      <DayField
        label={say.fromDay(n)}
        value={from ?? ''}
        onChange={(day) => {
          onChange({ from: day === '' ? null : day });
        }}
      />
      <DayField
        label={say.untilDay(n)}
        value={until ?? ''}
        onChange={(day) => {
          onChange({ until: day === '' ? null : day });
        }}
      />
      <Button aria-label={say.removeOrganisation(organisation)} onClick={onRemove}>
        ×
      </Button>
    </div>
  );
}
