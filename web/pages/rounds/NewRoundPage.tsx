import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { readReferences } from '../../../core/rounds/references.ts';
import type { NewRound, RoundSet, SetWhere } from '../../../contract/rounds.ts';
import type { TemplateSummary } from '../../../contract/templates.ts';
import type { Channel } from '../../../core/model/channel.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useChangeRoundMutation, useMakeRoundMutation } from '../../api/rounds.ts';
import { useTemplateChoicesQuery } from '../../api/templates.ts';
import { roundStartOf } from '../../parts/start/roundStart.ts';
import type { RoundStart } from '../../parts/start/roundStart.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { TextField } from '../../ui/Field.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import { ReferencesFile } from './ReferencesFile.tsx';
import { SavedSets } from './SavedSets.tsx';
import { SetCounted } from './SetCounted.tsx';
import { WhereSentence } from './WhereSentence.tsx';
import classes from './Rounds.module.css';

const NOBODY = '';

type Otherwise = 'leaveOut' | 'letter' | 'text';

/** The sentence that makes a round: which template, to whom, of which matters, how many messages, by which channels. */
export function NewRoundPage() {
  const beginning = roundStartOf(useLocation().state);
  const navigate = useNavigate();
  const { data: library } = useTemplateChoicesQuery();
  const [templateId, setTemplateId] = useState(beginning.templateId ?? NOBODY);
  const [where, setWhere] = useState<SetWhere>(beginning.where ?? {});
  const [role, setRole] = useState(beginning.role ?? '');
  const [listed, setListed] = useState<string>();
  const [onePer, setOnePer] = useState<'matter' | 'person'>('matter');
  const [otherwise, setOtherwise] = useState<Otherwise>('leaveOut');
  const [name, setName] = useState('');
  const { roundId } = beginning;
  const { keep, error, isLoading } = useKeeping(roundId);
  const templates = (library?.items ?? []).filter(({ standing }) => standing !== 'retired');
  const template = templates.find(({ id }) => id === templateId);
  const chosen = beginning.matterIds ?? beginning.contactIds;
  const set = setOf(beginning, listed, where);

  const prepare = async (): Promise<void> => {
    if (!template || !set) return;
    const channels: Channel[] = otherwise === 'leaveOut' ? [template.channel] : [template.channel, otherwise];
    const round: NewRound = {
      templateId,
      set,
      onePer,
      channels,
      ...(role === '' ? {} : { role }),
      ...(name.trim() === '' ? {} : { name: name.trim() }),
    };
    await navigate(`/rounds/${await keep(round)}`);
  };

  return (
    <div className={classes.page}>
      <ViewHead
        title={roundId === undefined ? say.newRound : say.changeTheSet}
        within={<Link to="/rounds">{say.rounds}</Link>}
      />
      <form
        className={classes.making}
        onSubmit={(event) => {
          event.preventDefault();
          void prepare().catch(() => undefined);
        }}
      >
        <div className={classes.sentence} role="group" aria-label={say.sentence}>
          {roundId === undefined ? (
            <TemplateChoice templates={templates} templateId={templateId} onChange={setTemplateId} />
          ) : (
            <span>{template?.name}</span>
          )}
          <span>{say.to}</span>
          <ToWhom
            beginning={beginning}
            where={where}
            onWhere={setWhere}
            role={role}
            onRole={setRole}
            isList={listed !== undefined}
          />
        </div>
        {chosen || listed !== undefined ? null : (
          <SetCounted where={role === '' ? where : { ...where, role }} />
        )}
        {chosen ? null : (
          <ListOrFilter listed={listed} onListed={setListed} where={where} onWhere={setWhere} />
        )}
        {roundId === undefined ? (
          <>
            <HowMany
              channel={template?.channel}
              onePer={onePer}
              onOnePer={setOnePer}
              otherwise={otherwise}
              onOtherwise={setOtherwise}
            />
            <TextField label={say.name} value={name} placeholder={template?.name ?? ''} onChange={setName} />
          </>
        ) : (
          <p>{say.whoStaysKeepsTheirs}</p>
        )}
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        <div className={classes.paths}>
          <Button kind="go" type="submit" disabled={!template || !set || isLoading}>
            {isLoading ? say.preparing : roundId === undefined ? say.prepare : say.changeTheSet}
          </Button>
        </div>
      </form>
    </div>
  );
}

/** Makes a round, or gives one that is there another set; either way gives the round's id. */
function useKeeping(roundId: string | undefined) {
  const [make, making] = useMakeRoundMutation();
  const [change, changing] = useChangeRoundMutation();
  return {
    keep: async (round: NewRound): Promise<string> => {
      const kept = roundId === undefined ? make(round) : change({ id: roundId, change: { set: round.set } });
      return (await kept.unwrap()).id;
    },
    error: making.error ?? changing.error,
    isLoading: making.isLoading || changing.isLoading,
  };
}

interface ListOrFilterProps {
  readonly listed: string | undefined;
  readonly onListed: (listed: string | undefined) => void;
  readonly where: SetWhere;
  readonly onWhere: (where: SetWhere) => void;
}

/** The references of a list, and the way between list and filter. */
function ListOrFilter({ listed, onListed, where, onWhere }: ListOrFilterProps) {
  return (
    <>
      {listed === undefined ? null : (
        <>
          <TextField label={say.references} value={listed} multiline wide onChange={onListed} />
          <ReferencesFile onRead={onListed} />
        </>
      )}
      <div className={classes.paths}>
        <Button
          onClick={() => {
            onListed(listed === undefined ? '' : undefined);
          }}
        >
          {listed === undefined ? say.useTheList : say.useTheFilter}
        </Button>
        {listed === undefined ? <SavedSets where={where} onChoose={onWhere} /> : null}
      </div>
    </>
  );
}

interface TemplateChoiceProps {
  readonly templates: readonly TemplateSummary[];
  readonly templateId: string;
  readonly onChange: (id: string) => void;
}

const TemplateChoice = ({ templates, templateId, onChange }: TemplateChoiceProps) => (
  <Choice
    label={say.template}
    bare
    plain
    value={templateId}
    options={[
      ...(templates.some(({ id }) => id === templateId)
        ? []
        : [{ value: NOBODY, label: say.chooseATemplate }]),
      ...templates.map(({ id, name: label }) => ({ value: id, label })),
    ]}
    onChange={onChange}
  />
);

interface ToWhomProps {
  readonly beginning: RoundStart;
  readonly where: SetWhere;
  readonly onWhere: (where: SetWhere) => void;
  readonly role: string;
  readonly onRole: (role: string) => void;
  readonly isList: boolean;
}

/** Who gets it: people or matters that were chosen elsewhere, those of a list, or those that a filter finds. */
function ToWhom({ beginning, where, onWhere, role, onRole, isList }: ToWhomProps) {
  const { data: types } = useMatterTypesQuery();
  if (beginning.contactIds) return <span>{say.chosenPeople(beginning.contactIds.length)}</span>;
  const isFixed = beginning.roundId !== undefined;
  const all = types?.items ?? [];
  const meant = all.filter(({ id }) => where.typeId === undefined || id === where.typeId);
  const roles = new Map(meant.flatMap(({ definition }) => definition.roles.map((one) => [one.key, one])));
  return (
    <>
      {isFixed ? (
        <span>{roles.get(role)?.plural ?? say.whomTheTemplateNames}</span>
      ) : (
        <Choice
          label={say.party}
          bare
          plain
          value={role}
          options={[
            { value: '', label: say.whomTheTemplateNames },
            ...[...roles.values()].map(({ key, plural }) => ({ value: key, label: plural })),
          ]}
          onChange={onRole}
        />
      )}
      <span>{say.of}</span>
      {beginning.matterIds ? (
        <span>{say.chosenMatters(beginning.matterIds.length)}</span>
      ) : isList ? (
        <span>{say.theList}</span>
      ) : (
        <WhereSentence where={where} onChange={onWhere} />
      )}
    </>
  );
}

interface HowManyProps {
  readonly channel: Channel | undefined;
  readonly onePer: 'matter' | 'person';
  readonly onOnePer: (onePer: 'matter' | 'person') => void;
  readonly otherwise: Otherwise;
  readonly onOtherwise: (otherwise: Otherwise) => void;
}

/** One message a matter or a person, and what becomes of those without an email address. */
function HowMany({ channel, onePer, onOnePer, otherwise, onOtherwise }: HowManyProps) {
  return (
    <div className={classes.sentence}>
      <span>{say.howMany}</span>
      <Choice
        label={say.howMany}
        bare
        plain
        value={onePer}
        options={[
          { value: 'matter', label: say.perMatter },
          { value: 'person', label: say.perPerson },
        ]}
        onChange={onOnePer}
      />
      {channel === 'email' ? (
        <>
          <span>· {say.withoutEmail}:</span>
          <Choice
            label={say.withoutEmail}
            bare
            plain
            value={otherwise}
            options={[
              { value: 'leaveOut', label: say.leaveOut },
              { value: 'letter', label: say.byLetter },
              { value: 'text', label: say.byText },
            ]}
            onChange={onOtherwise}
          />
        </>
      ) : null}
    </div>
  );
}

/** Whom it goes to; undefined while a list has nothing in it. */
function setOf(
  { matterIds, contactIds }: RoundStart,
  listed: string | undefined,
  where: SetWhere,
): RoundSet | undefined {
  if (contactIds) return { contactIds: [...contactIds] };
  if (matterIds) return { matterIds: [...matterIds] };
  if (listed === undefined) return { where };
  const references = [...readReferences(listed)];
  return references.length > 0 ? { references } : undefined;
}
