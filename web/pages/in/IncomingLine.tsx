import { useState } from 'react';
import type { Ref } from 'react';
import { Link } from 'react-router';
import type { IncomingDetail, IncomingSummary, MatterSuggestion } from '../../../contract/inTray.ts';
import { dayOf, exactTime, listDay, today } from '../../words/dates.ts';
import { fileSize, problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { InvitationCard } from '../../parts/messages/InvitationCard.tsx';
import { MessageFrame } from '../../parts/messages/MessageFrame.tsx';
import { MatterPicker } from '../../parts/pickers/MatterPicker.tsx';
import { proofWords } from '../../words/en/senderProof.ts';
import { isWorthUrging, likelihoodWords, matchReasons } from '../../words/en/matchWords.ts';
import { useIncomingQuery } from '../../api/inTray.ts';
import { calledBy } from './useTray.ts';
import type { Tray } from './useTray.ts';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/in.ts';
import classes from './InTray.module.css';

interface IncomingLineProps {
  readonly item: IncomingSummary;
  readonly open: boolean;
  readonly picked: boolean;
  readonly mayChange: boolean;
  readonly tray: Tray;
  readonly searchRef: Ref<HTMLInputElement> | undefined;
  readonly onOpen: () => void;
  readonly onPick: () => void;
  readonly onGone: (work: Promise<void>) => void;
}

/** One message on one line; the marked one lies open, with where it may belong beside it. */
export function IncomingLine(props: IncomingLineProps) {
  const { item, open, picked, mayChange, onOpen, onPick } = props;
  const [first] = item.suggestions;
  const proof = proofWords(item);
  return (
    <article className={classes.item} data-incoming="" data-open={open}>
      <div className={classes.line}>
        <Tip label={exactTime(item.sentAtUtc)}>
          <button
            type="button"
            className={classes.day}
            aria-pressed={picked}
            aria-label={say.choose(calledBy(item))}
            disabled={!mayChange}
            onClick={onPick}
          >
            {listDay(dayOf(item.sentAtUtc), today())}
          </button>
        </Tip>
        <button type="button" className={classes.opener} aria-expanded={open} onClick={onOpen}>
          <span className={classes.guess}>
            {first ? `${likelihoodWords(first.likelihood)} ${first.reference}` : say.noMatterKnown}
          </span>
          <Tip label={item.opening}>
            <span className={classes.subject}>
              {item.subject || (item.channel === 'text' ? say.textMessage : say.noSubject)}
            </span>
          </Tip>
          <span className={classes.who}>
            {proof?.mark ? <em className={classes.unproven}>{proof.mark}. </em> : null}
            {say.from(item.from.name || item.from.address)}
          </span>
        </button>
      </div>
      {open ? <Opened {...props} /> : null}
    </article>
  );
}

function Opened(props: IncomingLineProps) {
  const { data, error } = useIncomingQuery(props.item.id);
  return (
    <div className={classes.opened}>
      <div className={classes.letter}>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        <WhatItSays item={props.item} data={data} />
      </div>
      <aside className={classes.beside} aria-label={say.whereItBelongs}>
        <Belongs {...props} data={data} />
        {data ? <Who data={data} mayChange={props.mayChange} /> : null}
      </aside>
    </div>
  );
}

interface WhatItSaysProps {
  readonly item: IncomingSummary;
  readonly data: IncomingDetail | undefined;
}

function WhatItSays({ item, data }: WhatItSaysProps) {
  const proof = proofWords(item);
  return (
    <>
      {proof ? (
        <p className={classes.proof} data-marked={proof.mark === '' ? undefined : ''} role="note">
          {proof.detail}
        </p>
      ) : null}
      <p className={classes.meta}>
        {item.from.name ? `${item.from.name} <${item.from.address}>` : item.from.address}
        {data ? ` to ${data.to.map(({ name, address }) => name || address).join(', ')}` : ''}
        {data && data.cc.length > 0
          ? say.cc(data.cc.map(({ name, address }) => name || address).join(', '))
          : ''}
      </p>
      {data ? (
        <>
          <InvitationCard invitation={data.invitation} />
          <MessageFrame subject={item.subject} html={data.html} text={data.text} />
        </>
      ) : null}
      {data && data.attachments.length > 0 ? (
        <ul className={classes.files} aria-label={say.attachments}>
          {data.attachments.map(({ index, name, sizeBytes }) => (
            <li key={index}>
              <a href={`/api/v1/in-tray/${item.id}/attachments/${index}`} target="_blank" rel="noopener">
                {name}
              </a>{' '}
              <small>{fileSize(sizeBytes)}</small>
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}

type BelongsProps = IncomingLineProps & { readonly data: IncomingDetail | undefined };

function Belongs(props: BelongsProps) {
  const { item, data, mayChange, tray, onGone } = props;
  return (
    <>
      <h2>{say.whereItBelongs}</h2>
      {item.suggestions.map((suggestion, n) => (
        <Suggestion
          key={suggestion.matterId}
          suggestion={suggestion}
          number={n + 1}
          mayChange={mayChange}
          unproven={Boolean(proofWords(item)?.mark)}
          onFile={() => {
            onGone(tray.fileOn(item, [{ id: suggestion.matterId, reference: suggestion.reference }]));
          }}
          onAnswer={() => void tray.answer(item, suggestion.matterId)}
          roles={data?.mayJoin.find(({ matterId }) => matterId === suggestion.matterId)?.roles ?? []}
          onJoin={(role) => void tray.makeParty(item, suggestion.matterId, role)}
        />
      ))}
      {item.suggestions.length === 0 ? <p className={classes.none}>{say.nothingInItPointsTo}</p> : null}
      {mayChange ? <Elsewhere {...props} /> : null}
    </>
  );
}

/** What else can become of it: another matter, the two likeliest, a new one, or nothing. */
function Elsewhere({ item, tray, searchRef, onGone, data }: BelongsProps) {
  const [known] = data?.contacts ?? [];
  return (
    <>
      <MatterPicker
        label={say.anotherMatter0}
        {...(searchRef === undefined ? {} : { inputRef: searchRef })}
        onChoose={(matter) => {
          onGone(tray.fileOn(item, [matter]));
        }}
      />
      <p className={classes.more}>
        {item.suggestions.length > 1 ? (
          <Button
            onClick={() => {
              const [one, two] = item.suggestions;
              if (one && two)
                onGone(
                  tray.fileOn(
                    item,
                    [one, two].map(({ matterId, reference }) => ({ id: matterId, reference })),
                  ),
                );
            }}
          >
            {say.onTheFirstTwo}
          </Button>
        ) : null}
        {data ? (
          <Button
            onClick={() => {
              onGone(tray.fileToPerson(item, known?.name));
            }}
          >
            {known ? say.fileToPerson(known.name) : say.addAndFile(item.from.name || item.from.address)}
          </Button>
        ) : null}
        <Link
          to="/matters"
          state={{
            opening: item.subject,
            mail: {
              id: item.id,
              typeId: data?.likelyTypeId ?? undefined,
              writer: known?.name ?? (item.from.name || item.from.address),
            },
          }}
        >
          {say.newMatterForIt}
        </Link>
        <Button
          hint={say.del}
          onClick={() => {
            onGone(tray.notOurs(item));
          }}
        >
          {say.notOurs}
        </Button>
      </p>
    </>
  );
}

interface SuggestionProps {
  readonly suggestion: MatterSuggestion;
  readonly number: number;
  readonly mayChange: boolean;
  /** Nothing proves who wrote it: then filing it is not what is urged. */
  readonly unproven: boolean;
  readonly onFile: () => void;
  readonly onAnswer: () => void;
  /** What the writer could become there; empty where they are somebody already. */
  readonly roles: readonly { readonly key: string; readonly label: string }[];
  readonly onJoin: (role: string) => void;
}

function Suggestion(props: SuggestionProps) {
  const { suggestion, number, mayChange, unproven, onFile, onAnswer, roles, onJoin } = props;
  const { matterId, reference, title, stage, likelihood } = suggestion;
  const isUrged = number === 1 && !unproven && isWorthUrging(likelihood);
  return (
    <section className={classes.slip}>
      <p>
        <Link to={`/matters/${matterId}`}>{reference}</Link> {title} <small>{stage}</small>
      </p>
      <p className={classes.why}>
        <b>{likelihoodWords(likelihood)}:</b> {matchReasons(suggestion).join(', ')}
      </p>
      {mayChange ? (
        <p className={classes.more}>
          <Button kind={isUrged ? 'go' : 'quiet'} hint={String(number)} onClick={onFile}>
            {say.fileOn(reference)}
          </Button>
          <Button onClick={onAnswer} hint={`⇧ ${number}`}>
            {say.andReply}
          </Button>
          <JoinAs roles={roles} onJoin={onJoin} />
        </p>
      ) : null}
    </section>
  );
}

/** What the writer could become on a matter: asked for first, since it is seldom meant. */
function JoinAs({ roles, onJoin }: Pick<SuggestionProps, 'roles' | 'onJoin'>) {
  const [asked, setAsked] = useState(false);
  const [only, ...more] = roles;
  if (!only) return null;
  if (more.length === 0)
    return (
      <Button
        onClick={() => {
          onJoin(only.key);
        }}
      >
        {say.makeThem(only.label)}
      </Button>
    );
  if (!asked)
    return (
      <Button
        onClick={() => {
          setAsked(true);
        }}
      >
        {say.makeThemAParty}
      </Button>
    );
  return (
    <span className={classes.roles}>
      {say.as}
      {roles.map(({ key, label }, n) => (
        <Button
          key={key}
          autoFocus={n === 0}
          onClick={() => {
            onJoin(key);
          }}
        >
          {label}
        </Button>
      ))}
    </span>
  );
}

/** Who wrote, what they are on, and what was said before. */
function Who({ data, mayChange }: { readonly data: IncomingDetail; readonly mayChange: boolean }) {
  const others = data.matters.filter(
    ({ matterId }) => !data.suggestions.some((one) => one.matterId === matterId),
  );
  return (
    <>
      <h2>{say.whoItIs}</h2>
      {data.contacts.map(({ id, name, organisation }) => (
        <p key={id}>
          <Link to={`/directory/${id}`}>{name}</Link>
          {organisation === null ? '' : `, ${organisation}`}
        </p>
      ))}
      {data.contacts.length === 0 ? (
        <p>
          {say.notInTheDirectory}
          {mayChange ? (
            <Link to="/directory/new" state={{ name: data.from.name, address: data.from.address }}>
              {say.putThemIn}
            </Link>
          ) : null}
        </p>
      ) : null}
      {others.length > 0 ? (
        <ul className={classes.plain} aria-label={say.theyAreAlsoOn}>
          {others.map(({ matterId, reference, title, roles }) => (
            <li key={matterId}>
              <Link to={`/matters/${matterId}`}>{reference}</Link> {title} <small>{roles.join(', ')}</small>
            </li>
          ))}
        </ul>
      ) : null}
      {data.saidBefore.length > 0 ? (
        <>
          <h2>{say.saidBefore}</h2>
          <ul className={classes.plain}>
            {data.saidBefore.map(({ entryId, matterId, reference, occurredAtUtc, subject, direction }) => (
              <li key={entryId}>
                <small>
                  {listDay(dayOf(occurredAtUtc), today())} {direction === 'in' ? say.fromThem : say.toThem}
                </small>{' '}
                <Link to={`/matters/${matterId}?entry=${entryId}`}>{subject}</Link> <small>{reference}</small>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </>
  );
}
