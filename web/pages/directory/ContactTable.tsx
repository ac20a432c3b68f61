import type { RefObject } from 'react';
import { Link } from 'react-router';
import type { ContactSort, ContactSummary } from '../../../contract/directory.ts';
import { plural } from '../../words/wording.ts';
import { CheckField } from '../../ui/Field.tsx';
import { ListTable, listClasses } from '../../ui/ListTable.tsx';
import type { RowPlace } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import classes from './Directory.module.css';

interface ContactTableProps {
  readonly contacts: readonly ContactSummary[];
  readonly scroll: RefObject<HTMLElement | null>;
  readonly sorting: Sorting<ContactSort>;
  readonly onSort: (sorting: Sorting<ContactSort>) => void;
  readonly picked: ReadonlySet<string>;
  readonly onPick: (id: string) => void;
}

export function ContactTable({ contacts, scroll, picked, onPick, ...sorts }: ContactTableProps) {
  return (
    <ListTable
      label="Contacts"
      heads={
        <>
          <PlainHead label="Chosen" />
          <SortHead by="name" label="Name" {...sorts} />
          <SortHead by="organisation" label="Organisation" {...sorts} />
          <SortHead by="email" label="Email" {...sorts} />
          <PlainHead label="Telephone" className={listClasses.narrow} />
          <PlainHead label="Matters" />
          <PlainHead label="To know" />
        </>
      }
      items={contacts}
      scroll={scroll}
      row={(contact, place) => (
        <ContactRow
          key={contact.id}
          contact={contact}
          place={place}
          chosen={picked.has(contact.id)}
          onChoose={() => {
            onPick(contact.id);
          }}
        />
      )}
    />
  );
}

interface ContactRowProps {
  readonly contact: ContactSummary;
  readonly place: RowPlace;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function ContactRow({ contact, place, chosen, onChoose }: ContactRowProps) {
  const { id, name, organisation, kind, email, phone, matters, doNotWriteTo, bounced } = contact;
  return (
    <tr {...place}>
      <td className={`${listClasses.choose ?? ''} ${listClasses.small ?? ''}`}>
        <CheckField bare label={`Choose ${name}`} checked={chosen} onChange={onChoose} />
      </td>
      <td>
        <Link to={`/directory/${id}`} className={listClasses.lead}>
          {name}
        </Link>
      </td>
      <td className={`${listClasses.small ?? ''} ${classes.organisation ?? ''}`}>
        {organisation ?? (kind === 'organisation' ? 'organisation' : '')}
      </td>
      <td>{email ?? 'no email address'}</td>
      <td className={`${listClasses.short ?? ''} ${listClasses.narrow ?? ''} ${listClasses.small ?? ''}`}>
        {phone}
      </td>
      <td className={`${listClasses.short ?? ''} ${listClasses.small ?? ''}`}>
        {matters === 0 ? '' : plural(matters, 'matter')}
      </td>
      <td className={`${listClasses.short ?? ''} ${classes.flag ?? ''}`}>
        {doNotWriteTo ? 'do not write to' : bounced ? 'email came back' : ''}
      </td>
    </tr>
  );
}
