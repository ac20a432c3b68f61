import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { Button } from '../../../ui/Button.tsx';
import { ContactPicker } from '../../../parts/pickers/ContactPicker.tsx';
import type { Editing } from '../editing/useEditing.ts';
import classes from './Folder.module.css';
import editing from '../editing/Editing.module.css';

interface PartiesEditorProps {
  readonly record: MatterRecordView;
  readonly edit: Editing;
}

/** Who is who on a matter: each role with its people, taken out or added by name. */
export function PartiesEditor({ record, edit }: PartiesEditorProps) {
  const { parties, type } = record;
  const keep = (next: MatterRecordView['parties']): void => {
    edit.change({ parties: next.map(({ role, contactId }) => ({ role, contactId })) });
  };
  return type.roles.map(({ key, label, plural, many }) => {
    const holders = parties.filter(({ role }) => role === key);
    return (
      <div key={key} className={classes.line}>
        <span className={classes.label}>{many ? plural : label}</span>
        <span>
          {holders.map((party) => (
            <span key={party.contactId} className={editing.holder}>
              {party.name}
              <Button
                aria-label={`Take out ${party.name} as ${label}`}
                onClick={() => {
                  keep(parties.filter((one) => one !== party));
                }}
              >
                ×
              </Button>
            </span>
          ))}
          {many || holders.length === 0 ? (
            <ContactPicker
              label={`Add ${label}`}
              chosen=""
              onChoose={(contact) => {
                if (contact) keep([...parties, { role: key, contactId: contact.id, name: contact.name }]);
              }}
            />
          ) : null}
        </span>
      </div>
    );
  });
}
