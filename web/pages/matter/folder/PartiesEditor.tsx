import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { Button } from '../../../ui/Button.tsx';
import { ContactPicker } from '../../../parts/pickers/ContactPicker.tsx';
import type { Editing } from '../editing/useEditing.ts';
import { NewParty } from './NewParty.tsx';
import { say } from '../../../words/en/matter-folder.ts';
import classes from './Folder.module.css';
import editing from '../editing/Editing.module.css';

type Holders = readonly { readonly role: string; readonly contactId: string }[];

interface PartiesEditorProps {
  readonly record: MatterRecordView;
  readonly edit: Editing;
}

/** Who is who on a matter: each role with its people, taken out or added by name. */
export function PartiesEditor({ record, edit }: PartiesEditorProps) {
  const { parties, type } = record;
  /** Changes the parties as they are when its turn comes: two added one after the other are both there. */
  const keep = (work: (parties: Holders) => Holders): void => {
    edit.change((now) => ({
      parties: work(now.parties).map(({ role, contactId }) => ({ role, contactId })),
    }));
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
                aria-label={say.removeAs(party.name, label)}
                onClick={() => {
                  keep((now) =>
                    now.filter(({ role, contactId }) => role !== key || contactId !== party.contactId),
                  );
                }}
              >
                ×
              </Button>
            </span>
          ))}
          {many || holders.length === 0 ? (
            <>
              <ContactPicker
                label={say.add(label)}
                chosen=""
                onChoose={(contact) => {
                  if (contact) keep((now) => [...now, { role: key, contactId: contact.id }]);
                }}
              />
              <NewParty
                label={label}
                onMade={(contactId) => {
                  keep((now) => [...now, { role: key, contactId }]);
                }}
              />
            </>
          ) : null}
        </span>
      </div>
    );
  });
}
