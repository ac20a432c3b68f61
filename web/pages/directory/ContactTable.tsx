import type { RefObject } from 'react';
import { Link } from 'react-router';
import type { ContactSort, ContactSummary } from '../../../contract/directory.ts';
import { plural } from '../../words/en/wording.ts';
import { CheckField } from '../../ui/Field.tsx';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import type { RowPlace } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import { say } from '../../words/en/directory.ts';
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
      label={say.contacts}
      heads={
        <>
          <PlainHead label={say.chosen} />
          <SortHead by="name" label={say.name} {...sorts} />
          <SortHead by="organisation" label={say.organisation} {...sorts} />
          <SortHead by="email" label={say.email} {...sorts} />
          <PlainHead label={say.telephone} className={cell('narrow')} />
          <PlainHead label={say.matters} />
          <PlainHead label={say.toKnow} />
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
      <td className={cell('choose', 'small')}>
        <CheckField bare label={say.choose(name)} checked={chosen} onChange={onChoose} />
      </td>
      <td>
        <Link to={`/directory/${id}`} className={ROW_LINK}>
          {name}
        </Link>
      </td>
      <td className={`${cell('small')} ${classes.organisation ?? ''}`}>
        {organisation ?? (kind === 'organisation' ? say.isOrganisation : '')}
      </td>
      <td>{email ?? say.noEmailAddress}</td>
      <td className={cell('short', 'narrow', 'small')}>{phone}</td>
      <td className={cell('short', 'small')}>{matters === 0 ? '' : plural(matters, say.matter)}</td>
      <td className={`${cell('short')} ${classes.flag ?? ''}`}>
        {doNotWriteTo ? say.doNotWriteTo : bounced ? say.emailCameBack : ''}
      </td>
    </tr>
  );
}
