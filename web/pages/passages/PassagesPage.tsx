import { mayDo } from '../../words/rights.ts';
import { useRef, useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { ChooseSignature, Signatures } from '../../../contract/passages.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/Field.tsx';
import { useChooseSignatureMutation, usePassagesQuery, useSignaturesQuery } from '../../api/passages.ts';
import { PassageTable } from './PassageTable.tsx';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import classes from '../../parts/wording/Library.module.css';

/** Passages that templates share, and whose default signature is which. */
export function PassagesPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const { data, error } = usePassagesQuery();
  const { data: signatures } = useSignaturesQuery();
  const wanted = typed.trim().toLowerCase();
  const passages = (data?.items ?? []).filter(
    ({ name, opening }) => name.toLowerCase().includes(wanted) || opening.toLowerCase().includes(wanted),
  );
  return (
    <div className={classes.page}>
      <ViewHead title="Passages">
        <LibraryTabs />
        <SearchField
          value={typed}
          placeholder="Name or words inside"
          label="Narrow the passages by name or words inside"
          onChange={(value) => {
            setTyped(value);
          }}
        />
        {user.mayChange ? (
          <div className={classes.actions}>
            <Button kind="go" onClick={() => void navigate('/passages/new')}>
              New passage
            </Button>
          </div>
        ) : null}
      </ViewHead>
      <div className={classes.body}>
        <section className={classes.shelves} aria-label="Default signatures">
          <h2>Signatures</h2>
          <div className={classes.signatures}>
            {(signatures?.people ?? []).map((person) => (
              <PersonSigns
                key={person.id}
                person={person}
                passages={data?.items ?? []}
                mayChange={mayDo(user, person.id === user.id ? 'wording' : 'settings')}
              />
            ))}
          </div>
        </section>
        <div className={classes.list} ref={list}>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          <PassageTable passages={passages} scroll={list} />
          {data && passages.length === 0 ? (
            <Blank title={typed === '' ? 'No passages yet' : `Nothing with “${typed}”`}>
              <p>
                A passage is wording that several templates share. Changed once, it is changed in all of them.
              </p>
            </Blank>
          ) : null}
        </div>
      </div>
    </div>
  );
}

interface PersonSignsProps {
  readonly person: Signatures['people'][number];
  readonly passages: readonly { readonly id: string; readonly name: string }[];
  readonly mayChange: boolean;
}

/** What somebody signs with: by default, and what they can choose besides as they write. */
function PersonSigns({ person, passages, mayChange }: PersonSignsProps) {
  const { id, name, passageId, further } = person;
  const [choose, { error }] = useChooseSignatureMutation();
  const change = (choice: ChooseSignature): void => {
    void choose({ personId: id, choice });
  };
  const nameOf = (passage: string): string =>
    passages.find((one) => one.id === passage)?.name ?? 'a passage that is gone';
  const others = passages.filter((one) => one.id !== passageId && !further.includes(one.id));
  return (
    <div>
      <SelectField
        label={name}
        value={passageId ?? ''}
        options={[['', 'name and position'], ...passages.map((one) => [one.id, one.name] as const)]}
        onChange={(chosen) => {
          change({ passageId: chosen === '' ? null : chosen });
        }}
        disabled={!mayChange}
      />
      {further.map((one) => (
        <div key={one}>
          or {nameOf(one)}{' '}
          {mayChange ? (
            <Button
              aria-label={`Remove “${nameOf(one)}” from ${name}’s signatures`}
              onClick={() => {
                change({ further: further.filter((known) => known !== one) });
              }}
            >
              Remove
            </Button>
          ) : null}
        </div>
      ))}
      {mayChange && others.length > 0 ? (
        <SelectField
          bare
          label={`Another signature for ${name}`}
          value=""
          options={[['', 'another to choose from…'], ...others.map((one) => [one.id, one.name] as const)]}
          onChange={(chosen) => {
            if (chosen !== '') change({ further: [...further, chosen] });
          }}
        />
      ) : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
