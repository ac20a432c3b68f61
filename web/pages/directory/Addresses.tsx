import type { ContactJson } from '../../../contract/directory.ts';
import { Button } from '../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

type AddressRow = ContactJson['addresses'][number];

interface AddressesProps {
  readonly addresses: readonly AddressRow[];
  readonly onChange: (addresses: AddressRow[]) => void;
}

/** Where a contact is reached: mail, telephone and post, one of each kind preferred. */
export function Addresses({ addresses, onChange }: AddressesProps) {
  const set = (at: number, part: Partial<AddressRow>): void => {
    onChange(
      addresses.map((one, n) => {
        if (n === at) return { ...one, ...part };
        // Of each kind one alone is preferred.
        return part.preferred && one.kind === addresses[at]?.kind ? { ...one, preferred: false } : one;
      }),
    );
  };
  const add = (): void => {
    const kind = addresses.some((one) => one.kind === 'email') ? 'phone' : 'email';
    const preferred = !addresses.some((one) => one.kind === kind);
    onChange([...addresses, { kind, label: 'work', value: '', preferred, bounced: false }]);
  };
  return (
    <>
      {addresses.map((address, n) => (
        <AddressLine
          key={n}
          address={address}
          onChange={(part) => {
            set(n, part);
          }}
          onTakeOut={() => {
            onChange(addresses.filter((_, m) => m !== n));
          }}
        />
      ))}
      <Button onClick={add}>{say.addAnAddress}</Button>
    </>
  );
}

interface AddressLineProps {
  readonly address: AddressRow;
  readonly onChange: (part: Partial<AddressRow>) => void;
  readonly onTakeOut: () => void;
}

function AddressLine({ address, onChange, onTakeOut }: AddressLineProps) {
  return (
    <div className={classes.address}>
      <SelectField
        label={say.kind}
        bare
        value={address.kind}
        options={[
          ['email', 'mail'],
          ['phone', 'telephone'],
          ['post', 'post'],
        ]}
        onChange={(kind) => {
          onChange({ kind });
        }}
      />
      <TextField
        label={say.label}
        value={address.label}
        list={['work', 'home', 'accounts']}
        onChange={(label) => {
          onChange({ label });
        }}
      />
      <TextField
        label={address.kind === 'post' ? say.addressALineEach : say.address}
        value={address.value}
        multiline={address.kind === 'post'}
        onChange={(value) => {
          onChange({ value, bounced: false });
        }}
      />
      <CheckField
        label={say.preferred}
        checked={address.preferred}
        onChange={(preferred) => {
          onChange({ preferred });
        }}
      />
      {address.bounced ? <small className={classes.flag}>{say.emailCameBack}</small> : null}
      <Button onClick={onTakeOut}>{say.remove}</Button>
    </div>
  );
}
