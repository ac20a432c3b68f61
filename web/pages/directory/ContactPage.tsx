import { useForm } from '@mantine/form';
import { Link, useLocation, useNavigate, useOutletContext, useParams } from 'react-router';
import type { ContactDetail, ContactJson } from '../../../contract/directory.ts';
import type { Session } from '../../../contract/session.ts';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { useKeys } from '../../ui/keys.ts';
import { StartLink } from '../../parts/start/StartLink.tsx';
import { ContactPicker } from '../../parts/pickers/ContactPicker.tsx';
import { firstKnown } from './nobody.ts';
import { useChangeContactMutation, useContactQuery, useCreateContactMutation } from '../../api/contacts.ts';
import classes from './Directory.module.css';

/** One contact in full, with how letters to them begin and the matters they are on. */
export function ContactPage() {
  const { contactId } = useParams();
  const { user } = useOutletContext<Session>();
  const { currentData: detail, error } = useContactQuery(contactId ?? '', { skip: contactId === undefined });
  if (contactId !== undefined && !detail)
    return error ? (
      <Blank title="There is no such contact">
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    ) : null;
  return (
    <ContactForm
      key={detail ? `${detail.id} ${detail.revision}` : 'new'}
      detail={detail}
      mayChange={user.mayChange}
    />
  );
}

function ContactForm({
  detail,
  mayChange,
}: {
  readonly detail: ContactDetail | undefined;
  readonly mayChange: boolean;
}) {
  const navigate = useNavigate();
  const from = useLocation().state as unknown;
  const form = useForm<ContactJson>({ initialValues: detail?.contact ?? firstKnown(from) });
  const [create, creating] = useCreateContactMutation();
  const [change, changing] = useChangeContactMutation();
  const { values, setValues } = form;
  const person = values.kind === 'person';
  const set = (part: Partial<ContactJson>): void => {
    setValues(part);
  };
  const keep = async (): Promise<void> => {
    const contact = { ...values, name: person ? fullName(values) : values.name };
    if (detail) await change({ id: detail.id, change: { revision: detail.revision, contact } });
    else {
      const made = await create(contact)
        .unwrap()
        .catch(() => undefined);
      if (made) await navigate(`/directory/${made.id}`, { replace: true });
    }
  };
  useKeys({ 'Ctrl+s': () => void keep(), Escape: () => void navigate('/directory') });
  const text = (
    key:
      | 'title'
      | 'givenName'
      | 'middleName'
      | 'familyName'
      | 'suffix'
      | 'organisation'
      | 'position'
      | 'name'
      | 'language'
      | 'ownFormalGreeting'
      | 'ownFamiliarGreeting'
      | 'coupleGreeting',
    label: string,
    placeholder?: string,
  ) => (
    <TextField
      label={label}
      value={values[key]}
      {...(placeholder === undefined ? {} : { placeholder })}
      onChange={(value) => {
        set({ [key]: value });
      }}
    />
  );
  const error = creating.error ?? changing.error;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Link to="/directory">Directory</Link>
        <h1>{(person ? fullName(values) : values.name) || 'New contact'}</h1>
        {mayChange ? (
          <span className={classes.actions}>
            <Button
              kind="go"
              hint="Ctrl S"
              disabled={
                (person ? fullName(values) : values.name) === '' || (detail !== undefined && !form.isDirty())
              }
              onClick={() => void keep()}
            >
              Keep
            </Button>
          </span>
        ) : null}
      </header>
      {error ? (
        <p className={classes.report} data-severity="stop" role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <div className={classes.contact}>
        <section aria-label="Contact">
          <div className={classes.fields}>
            <SelectField
              label="Is"
              value={values.kind}
              options={[
                ['person', 'a person'],
                ['organisation', 'an organisation'],
              ]}
              onChange={(kind) => {
                set({ kind });
              }}
            />
            {person ? (
              <>
                {text('title', 'Title', 'Ms, Dr, Captain')}
                {text('givenName', 'Given name')}
                {text('middleName', 'Middle name')}
                {text('familyName', 'Family name')}
                {text('suffix', 'After the name', 'FRINA')}
                {text('organisation', 'Organisation')}
                {text('position', 'Position')}
              </>
            ) : (
              text('name', 'Name')
            )}
            {text('language', 'Language', 'en, nb')}
          </div>
          <h2>Addresses</h2>
          <Addresses
            addresses={values.addresses}
            onChange={(addresses) => {
              set({ addresses });
            }}
          />
          <h2>Greetings</h2>
          <div className={classes.fields}>
            {text('ownFormalGreeting', 'Formal, in words of their own', detail?.greetings.formal)}
            {text('ownFamiliarGreeting', 'Familiar, in words of their own', detail?.greetings.familiar)}
          </div>
          {person ? (
            <div className={classes.fields}>
              <ContactPicker
                label="One of a couple with"
                chosen={values.coupleWithId === null ? '' : (detail?.coupleWith ?? 'chosen')}
                onChoose={(contact) => {
                  set({ coupleWithId: contact?.id ?? null });
                }}
              />
              {values.coupleWithId === null
                ? null
                : text('coupleGreeting', 'Both are greeted', 'Dear Paul and Mary')}
            </div>
          ) : null}
          <CheckField
            label="not to be written to"
            checked={values.doNotWriteTo}
            onChange={(doNotWriteTo) => {
              set({ doNotWriteTo });
            }}
          />
          <SelectField
            label="What they write"
            value={values.filingRule ?? 'usual'}
            options={[
              ['usual', 'is filed by itself where that is sure'],
              ['always', 'is filed by itself wherever it likely belongs'],
              ['never', 'always waits in the in-tray'],
            ]}
            onChange={(filingRule) => {
              set({ filingRule });
            }}
          />
          <TextField
            label="Note"
            wide
            multiline
            value={values.note}
            onChange={(note) => {
              set({ note });
            }}
          />
        </section>
        <aside aria-label="Where they are met">
          {detail ? (
            <>
              <p className={classes.greeting}>{detail.greetings.formal},</p>
              <p className={classes.greeting}>{detail.greetings.familiar},</p>
              <h2>Matters</h2>
              {detail.matters.length === 0 ? <p>On no matter yet.</p> : null}
              {detail.matters.map(({ id, reference, title, roles, stage, closed, lastEntryUtc }, n) => (
                <div key={id} className={classes.matter}>
                  <Link to={`/matters/${id}`}>
                    <b>{reference}</b> {title} <small>{roles.join(', ')}</small>
                  </Link>
                  {mayChange && !detail.contact.doNotWriteTo ? (
                    <StartLink
                      matterId={id}
                      from={{ contactIds: [detail.id], about: `to ${detail.contact.name}` }}
                      title={`Write to ${detail.contact.name} on ${reference}`}
                    >
                      Write
                    </StartLink>
                  ) : null}
                  <small>
                    {n === 0 && detail.matters.length > 1 ? 'likeliest: ' : ''}
                    {closed ? 'closed' : stage}
                    {lastEntryUtc === null ? '' : `, last heard of ${listDay(dayOf(lastEntryUtc), today())}`}
                  </small>
                </div>
              ))}
            </>
          ) : (
            <p>How letters to them begin, and the matters they are on, stand here once they are kept.</p>
          )}
        </aside>
      </div>
    </div>
  );
}

const fullName = ({ name, givenName, middleName, familyName }: ContactJson): string =>
  [givenName, middleName, familyName].filter((part) => part.trim() !== '').join(' ') || name;

type AddressRow = ContactJson['addresses'][number];

function Addresses({
  addresses,
  onChange,
}: {
  readonly addresses: readonly AddressRow[];
  readonly onChange: (addresses: AddressRow[]) => void;
}) {
  const set = (at: number, part: Partial<AddressRow>): void => {
    onChange(
      addresses.map((one, n) => {
        if (n === at) return { ...one, ...part };
        // Of each kind one alone is preferred.
        return part.preferred && one.kind === addresses[at]?.kind ? { ...one, preferred: false } : one;
      }),
    );
  };
  return (
    <>
      {addresses.map((address, n) => (
        <div key={n} className={classes.address}>
          <SelectField
            label="Kind"
            bare
            value={address.kind}
            options={[
              ['email', 'mail'],
              ['phone', 'telephone'],
              ['post', 'post'],
            ]}
            onChange={(kind) => {
              set(n, { kind });
            }}
          />
          <TextField
            label="Label"
            value={address.label}
            list={['work', 'home', 'accounts']}
            onChange={(label) => {
              set(n, { label });
            }}
          />
          <TextField
            label={address.kind === 'post' ? 'Address, a line each' : 'Address'}
            value={address.value}
            multiline={address.kind === 'post'}
            onChange={(value) => {
              set(n, { value, bounced: false });
            }}
          />
          <CheckField
            label="preferred"
            checked={address.preferred}
            onChange={(preferred) => {
              set(n, { preferred });
            }}
          />
          {address.bounced ? <small className={classes.flag}>mail came back</small> : null}
          <Button
            onClick={() => {
              onChange(addresses.filter((_, m) => m !== n));
            }}
          >
            Take out
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          const kind = addresses.some((one) => one.kind === 'email') ? 'phone' : 'email';
          const preferred = !addresses.some((one) => one.kind === kind);
          onChange([...addresses, { kind, label: 'work', value: '', preferred, bounced: false }]);
        }}
      >
        Add an address
      </Button>
    </>
  );
}
