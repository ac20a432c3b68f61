import { useState } from 'react';
import { useOutletContext } from 'react-router';
import type { ContactFacts } from '../../../../contract/directory.ts';
import type { Session } from '../../../../contract/session.ts';
import { useChangeContactFactsMutation, useContactFactsQuery } from '../../../api/contacts.ts';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { useOpened } from '../../../ui/useOpened.ts';
import { mayDo } from '../../../words/rights.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice.ts';
import { FactRows } from './Rows.tsx';

/** What the practice keeps of its contacts beside names and addresses. */
export function ContactFactsPage() {
  const { user } = useOutletContext<Session>();
  const { data, error } = useContactFactsQuery();
  return (
    <section aria-label={say.whatIsKeptOfContacts} tabIndex={0}>
      <h2>{say.whatIsKeptOfContacts}</h2>
      <p>{say.besideNamesAndAddresses}</p>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {data ? mayDo(user, 'settings') ? <FactsChanged facts={data} /> : <FactsRead facts={data} /> : null}
    </section>
  );
}

/** Whoever may not change it reads it. */
const FactsRead = ({ facts: { items } }: { readonly facts: ContactFacts }) =>
  items.length === 0 ? (
    <p>{say.nothingMoreIsKept}</p>
  ) : (
    <ul>
      {items.map(({ key, label }) => (
        <li key={key}>{label}</li>
      ))}
    </ul>
  );

function FactsChanged({ facts }: { readonly facts: ContactFacts }) {
  const { opened, age, overtaken, renew, onSaved } = useOpened(facts, ({ revision }) => revision ?? '');
  return (
    <>
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <FactsForm key={age} facts={opened} onSaved={onSaved} />
    </>
  );
}

interface FactsFormProps {
  readonly facts: ContactFacts;
  readonly onSaved: (facts: ContactFacts) => void;
}

function FactsForm({ facts, onSaved }: FactsFormProps) {
  const [items, setItems] = useState(facts.items);
  const [save, { error, isLoading }] = useChangeContactFactsMutation();
  const changed = JSON.stringify(items) !== JSON.stringify(facts.items);
  const keep = (): void => {
    const { revision } = facts;
    void save({ items, ...(revision === undefined ? {} : { revision }) })
      .unwrap()
      .then(onSaved, () => undefined);
  };
  return (
    <>
      <LeaveGuard when={changed} what={say.whatIsKeptOfContacts} />
      <FactRows rows={items} noun={say.fact} onChange={setItems} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <p>
        <Button kind="go" disabled={!changed || isLoading} onClick={keep}>
          {changed ? say.saveFacts : say.factsSaved}
        </Button>
      </p>
    </>
  );
}
