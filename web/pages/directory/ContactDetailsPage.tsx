import { flushSync } from 'react-dom';
import { useForm } from '@mantine/form';
import { Link, useLocation, useNavigate, useOutletContext, useParams } from 'react-router';
import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../ui/Overtaken.tsx';
import { useOpened } from '../../ui/useOpened.ts';
import { useKeys } from '../../ui/keys.ts';
import { BegunNote } from '../../parts/begun/BegunNote.tsx';
import { useBegun, useLaidAside } from '../../parts/begun/useBegun.ts';
import type { Begun } from '../../parts/begun/useBegun.ts';
import { Addresses } from './Addresses.tsx';
import { CustomFields, GreetingFields, NameFields } from './ContactFields.tsx';
import { Belongings } from './Belongings.tsx';
import { ContactTabs } from './ContactTabs.tsx';
import { KeptFacts } from './KeptFacts.tsx';
import { firstKnown } from './nobody.ts';
import {
  useChangeContactMutation,
  useContactFactsQuery,
  useContactQuery,
  useCreateContactMutation,
} from '../../api/contacts.ts';
import { WhereMet } from './WhereMet.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

/** A contact as it is changed, or a new one, with how messages to them begin. */
export function ContactDetailsPage() {
  const { contactId } = useParams();
  const { user } = useOutletContext<Session>();
  const { currentData: detail, error } = useContactQuery(contactId ?? '', { skip: contactId === undefined });
  if (contactId !== undefined && !detail)
    return error ? (
      <Blank title={say.thereIsNoSuchContact}>
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    ) : null;
  return <OpenedContact key={detail?.id ?? 'new'} detail={detail} mayChange={user.mayChange} />;
}

const versionOf = (detail: ContactDetail | undefined): string => `${detail?.id} ${detail?.revision}`;

function OpenedContact({ detail, mayChange }: Pick<ContactFormProps, 'detail' | 'mayChange'>) {
  const opened = useOpened(detail, versionOf);
  const from = firstKnown(useLocation().state as unknown);
  // Somebody met elsewhere is begun under their own address, so that they are not mixed with another who was begun.
  const begun = useBegun<ContactJson>(detail ? undefined : `contact:new ${from.addresses[0]?.value ?? ''}`);
  if (!begun) return null;
  return (
    <ContactForm
      key={`${opened.age} ${begun.age}`}
      first={from}
      begun={begun}
      detail={opened.opened}
      mayChange={mayChange}
      overtaken={opened.overtaken}
      onRenew={opened.renew}
      onSaved={opened.onSaved}
    />
  );
}

interface ContactFormProps {
  /** What a new one begins with. */
  readonly first: ContactJson;
  readonly begun: Begun<ContactJson>;
  readonly detail: ContactDetail | undefined;
  readonly mayChange: boolean;
  /** Someone else changed the contact since it was opened. */
  readonly overtaken: boolean;
  readonly onRenew: () => void;
  readonly onSaved: (saved: ContactDetail) => void;
}

function ContactForm({ first, begun, detail, mayChange, overtaken, onRenew, onSaved }: ContactFormProps) {
  const form = useForm<ContactJson>({ initialValues: detail?.contact ?? begun.words ?? first });
  const { values } = form;
  const name = nameOf(values);
  const { keep, error } = useKeeping(detail, values, (sent, saved) => {
    // What was typed since is not saved by that.
    flushSync(() => {
      form.resetDirty(sent);
    });
    begun.drop();
    onSaved(saved);
  });
  useLaidAside(begun, values, form.isDirty());
  const { data: facts } = useContactFactsQuery(undefined, { skip: detail !== undefined });
  const navigate = useNavigate();
  useKeys({
    'Ctrl+s': () => void keep(),
    Escape: () => void navigate(detail ? `/directory/${detail.id}` : '/directory'),
  });
  const set = (part: Partial<ContactJson>): void => {
    form.setValues(part);
  };
  const unchanged = detail !== undefined && !form.isDirty();
  return (
    <div className={classes.page}>
      <LeaveGuard when={mayChange && detail !== undefined && form.isDirty()} what={say.thisContact} />
      <ViewHead title={name || say.newContact} within={<Link to="/directory">{say.directory}</Link>}>
        {mayChange ? (
          <span className={classes.actions}>
            <Button kind="go" hint="Ctrl S" disabled={name === '' || unchanged} onClick={() => void keep()}>
              {say.save}
            </Button>
          </span>
        ) : null}
      </ViewHead>
      {detail ? <ContactTabs id={detail.id} /> : null}
      <BegunNote begun={begun} />
      {overtaken ? <Overtaken onRenew={onRenew} /> : null}
      {error ? (
        <p className={classes.report} data-severity="stop" role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <div className={classes.contact}>
        <section aria-label={say.contact}>
          <NameFields values={values} onChange={set} />
          <Belongings values={values} onChange={set} />
          <h2>{say.addresses}</h2>
          <Addresses
            addresses={values.addresses}
            onChange={(addresses) => {
              set({ addresses });
            }}
          />
          <h2>{say.greetings}</h2>
          <GreetingFields values={values} detail={detail} onChange={set} />
          <KeptFacts values={values} factsKept={detail?.factsKept ?? facts?.items ?? []} onChange={set} />
          <CustomFields values={values} onChange={set} />
        </section>
        <aside aria-label={say.whereTheyAreMet}>
          {detail ? <WhereMet detail={detail} mayChange={mayChange} /> : <p>{say.howMessagesToThemBegin}</p>}
        </aside>
      </div>
    </div>
  );
}

/** Keeps what was typed: a new contact has an address of its own from then on. */
function useKeeping(
  detail: ContactDetail | undefined,
  values: ContactJson,
  onSaved: (sent: ContactJson, saved: ContactDetail) => void,
) {
  const navigate = useNavigate();
  const [create, creating] = useCreateContactMutation();
  const [change, changing] = useChangeContactMutation();
  const keep = async (): Promise<void> => {
    const contact = { ...values, name: nameOf(values) };
    if (detail) {
      await change({ id: detail.id, change: { revision: detail.revision, contact } })
        .unwrap()
        .then(
          (saved) => {
            onSaved(values, saved);
          },
          () => undefined,
        );
      return;
    }
    const made = await create(contact)
      .unwrap()
      .catch(() => undefined);
    if (!made) return;
    onSaved(values, made);
    await navigate(`/directory/${made.id}/details`, { replace: true });
  };
  return { keep, error: creating.error ?? changing.error };
}

/** A person's name from its parts, or the one name they are known by. */
const nameOf = ({ kind, name, givenName, middleName, familyName }: ContactJson): string =>
  kind === 'person'
    ? [givenName, middleName, familyName].filter((part) => part.trim() !== '').join(' ') || name
    : name;
