import { useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import type { RoundMessage, RoundView } from '../../../contract/rounds.ts';
import type { Session } from '../../../contract/session.ts';
import { ROUND_GROUPS } from '../../../core/rounds/groups.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useChangeRoundMutation, useRoundMessagesInfiniteQuery, useRoundQuery } from '../../api/rounds.ts';
import { RoundLink } from '../../parts/start/RoundLink.tsx';
import type { RoundStart } from '../../parts/start/roundStart.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { Waiting } from '../../ui/Waiting.tsx';
import { problemOfRound, say, stateWords } from '../../words/en/rounds.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Answered } from './Answered.tsx';
import { RoundFoot } from './RoundFoot.tsx';
import { RoundGroups } from './RoundGroups.tsx';
import { RoundPreview } from './RoundPreview.tsx';
import classes from './Rounds.module.css';

/** A round: the sentence that makes it, its messages by what they need, the chosen one as it will be, and what will happen. */
export function RoundPage() {
  const { roundId = '' } = useParams();
  const { user } = useOutletContext<Session>();
  const { data: round, error } = useRoundQuery(roundId);
  const { data, hasNextPage, fetchNextPage } = useRoundMessagesInfiniteQuery({ id: roundId });
  const messages = inGroups(data?.pages.flatMap(({ items }) => items) ?? []);
  const [chosenId, setChosenId] = useState<string>();
  const chosen = messages.find(({ id }) => id === chosenId) ?? messages[0];
  if (error) return <p role="alert">{problemWords(error)}</p>;
  if (!round) return <Waiting label={say.round} />;
  const mayChange = user.mayChange;
  return (
    <div className={classes.page}>
      <ViewHead title={round.name} within={<Link to="/rounds">{say.rounds}</Link>}>
        <span className={classes.state}>{stateWords(round.state)}</span>
        {mayChange && round.state !== 'sending' ? (
          <RoundLink from={startOf(round)}>{say.changeTheSet}</RoundLink>
        ) : null}
      </ViewHead>
      <Sentence round={round} mayChange={mayChange} />
      {round.problem ? (
        <p role="alert" className={classes.problem}>
          {problemOfRound(round.problem)}
        </p>
      ) : null}
      {round.unknown.length > 0 ? (
        <p role="note" className={classes.problem}>
          {say.unknownReferences(round.unknown)}
        </p>
      ) : null}
      <div className={classes.desk}>
        <div className={classes.groups}>
          {round.state === 'preparing' ? (
            <p role="status" className={classes.counted}>
              {say.preparing} {say.preparedOf(round.counts.prepared, round.counts.all)}
            </p>
          ) : null}
          <Answered roundId={round.id} />
          <RoundGroups
            round={round}
            messages={messages}
            chosenId={chosen?.id}
            mayChange={mayChange}
            onChoose={setChosenId}
          />
          {hasNextPage ? <Button onClick={() => void fetchNextPage()}>{say.showMore}</Button> : null}
        </div>
        <RoundPreview
          message={chosen}
          at={chosen ? messages.indexOf(chosen) + 1 : 0}
          of={round.counts.all}
          onMove={(by) => {
            const next = chosen && messages[messages.indexOf(chosen) + by];
            if (next) setChosenId(next.id);
          }}
        />
      </div>
      <RoundFoot key={round.id} round={round} messages={messages} mayChange={mayChange} />
    </div>
  );
}

/** What another round like it begins with. */
const startOf = ({ id, templateId, state, set, role }: RoundView): RoundStart => ({
  ...(state === 'ready' || state === 'preparing' ? { roundId: id } : {}),
  templateId,
  ...('where' in set ? { where: set.where } : set),
  ...(role === null ? {} : { role }),
});

/** In the order in which they are shown. */
const inGroups = (messages: readonly RoundMessage[]): readonly RoundMessage[] =>
  ROUND_GROUPS.flatMap((group) => messages.filter((one) => one.group === group));

interface SentenceProps {
  readonly round: RoundView;
  readonly mayChange: boolean;
}

const DAYS = Array.from({ length: 28 }, (_day, n) => n + 1);
const NEVER = 'never';

/** The day of each month on which it is prepared again; a person sends it. */
function AgainOn({ round: { id, againOn }, mayChange }: SentenceProps) {
  const [change, { error }] = useChangeRoundMutation();
  if (!mayChange) return againOn === null ? say.againNever : say.againOn(againOn);
  return (
    <span className={classes.again}>
      <Choice
        label={say.again}
        bare
        plain
        value={againOn === null ? NEVER : String(againOn)}
        options={[
          { value: NEVER, label: say.againNever },
          ...DAYS.map((day) => ({ value: String(day), label: say.againOn(day) })),
        ]}
        onChange={(day) => {
          void change({ id, change: { againOn: day === NEVER ? null : Number(day) } });
        }}
      />
      {error ? <small role="alert">{problemWords(error)}</small> : null}
    </span>
  );
}

/** What the round is, said once: which template, to whom, of how many matters, how many messages. */
function Sentence({ round, mayChange }: SentenceProps) {
  const { data: types } = useMatterTypesQuery();
  const roles = (types?.items ?? []).flatMap(({ definition }) => definition.roles);
  const role = roles.find(({ key }) => key === round.role);
  const isToPeople = 'contactIds' in round.set;
  const named = 'name' in round.set ? round.set.name : undefined;
  return (
    <p className={classes.sentence}>
      <Link to={`/templates/${round.templateId}`}>{round.templateName}</Link> {say.to}{' '}
      {isToPeople
        ? plural(round.counts.all, say.person, say.people)
        : `${role ? role.plural.toLowerCase() : say.whomTheTemplateNames} ${say.of} ${plural(round.counts.all, say.matter, say.matters)}`}
      , {say.howMany.toLowerCase()} {round.onePer === 'matter' ? say.perMatter : say.perPerson}
      {named ? ` · ${named}` : ''} · <AgainOn round={round} mayChange={mayChange} />
    </p>
  );
}
