import { mayDo } from '../../words/rights.ts';
import { useRef, useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { ChooseSignature, Signatures } from '../../../contract/passages.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/Field.tsx';
import { useChooseSignatureMutation, usePassagesQuery, useSignaturesQuery } from '../../api/passages.ts';
import { PassageTable } from './PassageTable.tsx';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/passages.ts';
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
      <ViewHead title={say.passages}>
        <LibraryTabs />
        <SearchField
          value={typed}
          placeholder={say.nameOrWordsInside}
          label={say.narrowThePassagesByName}
          onChange={(value) => {
            setTyped(value);
          }}
        />
        {user.mayChange ? (
          <div className={classes.actions}>
            <Button kind="go" onClick={() => void navigate('/passages/new')}>
              {say.newPassage}
            </Button>
          </div>
        ) : null}
      </ViewHead>
      <div className={classes.body}>
        <section className={classes.shelves} aria-label={say.defaultSignatures}>
          <h2>{say.signatures}</h2>
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
            <Blank title={typed === '' ? say.noPassagesYet : say.nothingWith(typed)}>
              <p>{say.aPassageIsWordingThat}</p>
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
    passages.find((one) => one.id === passage)?.name ?? say.aPassageThatIsGone;
  const others = passages.filter((one) => one.id !== passageId && !further.includes(one.id));
  return (
    <div>
      <SelectField
        label={name}
        value={passageId ?? ''}
        options={[['', say.nameAndPosition], ...passages.map((one) => [one.id, one.name] as const)]}
        onChange={(chosen) => {
          change({ passageId: chosen === '' ? null : chosen });
        }}
        disabled={!mayChange}
      />
      {further.map((one) => (
        <div key={one}>
          {say.or(nameOf(one))}
          {mayChange ? (
            <Button
              aria-label={say.removeFromSSignatures(nameOf(one), name)}
              onClick={() => {
                change({ further: further.filter((known) => known !== one) });
              }}
            >
              {say.remove}
            </Button>
          ) : null}
        </div>
      ))}
      {mayChange && others.length > 0 ? (
        <SelectField
          bare
          label={say.anotherSignatureFor(name)}
          value=""
          options={[['', say.anotherToChooseFrom], ...others.map((one) => [one.id, one.name] as const)]}
          onChange={(chosen) => {
            if (chosen !== '') change({ further: [...further, chosen] });
          }}
        />
      ) : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
