import { useState } from 'react';
import { readTime } from '../../../../core/dates/readDateTime.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { useChangeFollowUpMutation, useMakeFollowUpMutation } from '../../../api/followUps.ts';
import { DayField } from '../../../parts/days/DayField.tsx';
import { Invited } from '../../../parts/followUps/Invited.tsx';
import { Settled } from '../../../parts/followUps/Settled.tsx';
import { useSettling } from '../../../parts/followUps/useSettling.ts';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { listDay, readDay, today } from '../../../words/dates.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-folder.ts';
import editing from '../editing/Editing.module.css';
import { Part } from './Part.tsx';
import classes from './Folder.module.css';

type FollowUp = MatterDetail['followUps'][number];
type Person = { readonly id: string; readonly name: string };

interface FollowUpsProps {
  readonly followUps: readonly FollowUp[];
  readonly matterId: string;
  /** Whom one can be given to. */
  readonly people: readonly Person[];
  readonly mayChange: boolean;
}

const NEW = 'new';

/** What is to be followed up: made, put off, handed on and done; one that was just settled can be taken back. */
export function FollowUps({ followUps, matterId, people, mayChange }: FollowUpsProps) {
  const settling = useSettling();
  const [open, setOpen] = useState<string>();
  if (followUps.length === 0 && !settling.last && !mayChange) return null;
  const close = (): void => {
    setOpen(undefined);
  };
  return (
    <Part title={say.followUps} count={followUps.length}>
      <Settled settling={settling} className={editing.done} />
      {followUps.map((followUp) =>
        open === followUp.id ? (
          <FollowUpForm key={followUp.id} {...{ matterId, people, followUp }} onClose={close} />
        ) : (
          <FollowUpLine
            key={followUp.id}
            followUp={followUp}
            matterId={matterId}
            mayChange={mayChange}
            busy={settling.busy}
            onDone={() => {
              settling.settle({ ...followUp, matterId });
            }}
            onChange={() => {
              setOpen(followUp.id);
            }}
          />
        ),
      )}
      {mayChange && open === NEW ? (
        <FollowUpForm matterId={matterId} people={people} onClose={close} />
      ) : mayChange ? (
        <Button
          onClick={() => {
            setOpen(NEW);
          }}
        >
          {say.addAFollowUp}
        </Button>
      ) : null}
    </Part>
  );
}

interface FollowUpLineProps extends Pick<FollowUpsProps, 'matterId' | 'mayChange'> {
  readonly followUp: FollowUp;
  readonly busy: boolean;
  readonly onDone: () => void;
  readonly onChange: () => void;
}

function FollowUpLine({ followUp, matterId, mayChange, busy, onDone, onChange }: FollowUpLineProps) {
  const { id, what, dueOn, person, at, place, invited } = followUp;
  const day = readDay(dueOn);
  return (
    <div className={classes.line}>
      <span className={day < today() ? classes.near : classes.label}>{listDay(day, today())}</span>
      <span>
        {mayChange ? (
          <StartLink
            matterId={matterId}
            from={{ followUpId: id, about: what }}
            label={say.writeWhatDealsWithIt}
          >
            {what}
          </StartLink>
        ) : (
          what
        )}{' '}
        <small>{[at, place, person].filter(Boolean).join(' · ')}</small> <Invited invited={invited} />{' '}
        {mayChange ? (
          <>
            <Button disabled={busy} onClick={onDone}>
              {say.done}
            </Button>{' '}
            <Button aria-label={say.changeFollowUp(what)} onClick={onChange}>
              {say.change}
            </Button>{' '}
            {at === null ? null : <Inviting matterId={matterId} followUp={followUp} />}
          </>
        ) : null}
      </span>
    </div>
  );
}

/** An appointment's own messages: to invite to it, to tell of a change, to call it off. */
function Inviting({
  matterId,
  followUp: { id, what, invited },
}: Pick<FollowUpLineProps, 'matterId' | 'followUp'>) {
  const from = { appointmentId: id, about: what };
  const isChanged = invited.some(({ current }) => !current);
  return (
    <span className={classes.acts}>
      <StartLink
        matterId={matterId}
        from={from}
        label={isChanged ? say.sendTheChangeOf(what) : say.inviteTo(what)}
      >
        {isChanged ? say.sendTheChange : say.invite}
      </StartLink>{' '}
      {invited.length > 0 ? (
        <StartLink matterId={matterId} from={{ ...from, calledOff: true }} label={say.callOffOf(what)}>
          {say.callOff}
        </StartLink>
      ) : null}
    </span>
  );
}

interface FollowUpFormProps extends Pick<FollowUpsProps, 'matterId' | 'people'> {
  /** The one that is changed; a new one without it. */
  readonly followUp?: FollowUp;
  readonly onClose: () => void;
}

function FollowUpForm({ matterId, people, followUp, onClose }: FollowUpFormProps) {
  const [what, setWhat] = useState(followUp?.what ?? '');
  const [dueOn, setDueOn] = useState(followUp?.dueOn ?? '');
  const [personId, setPersonId] = useState(followUp?.personId ?? '');
  const [at, setAt] = useState(followUp?.at ?? '');
  const [place, setPlace] = useState(followUp?.place ?? '');
  const [make, making] = useMakeFollowUpMutation();
  const [change, changing] = useChangeFollowUpMutation();
  const error = making.error ?? changing.error;
  const person = personId === '' ? {} : { personId };
  const isChanged =
    what !== (followUp?.what ?? '') ||
    dueOn !== (followUp?.dueOn ?? '') ||
    personId !== (followUp?.personId ?? '') ||
    at !== (followUp?.at ?? '') ||
    place !== (followUp?.place ?? '');
  const hour = readTime(at);
  const save = async (): Promise<void> => {
    const said = { what, dueOn, ...person, ...appointmentOf(followUp, hour, place) };
    const sent = followUp
      ? await change({ id: followUp.id, matterId, change: said })
      : await make({ matterId, followUp: said });
    if (!sent.error) onClose();
  };
  return (
    <form
      className={classes.small}
      aria-label={followUp ? say.changeFollowUp(followUp.what) : say.addAFollowUp}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <LeaveGuard when={isChanged} what={say.thisFollowUp} />
      <TextField autoFocus label={say.whatToDo} value={what} onChange={setWhat} />
      <DayField label={say.byWhen} value={dueOn} onChange={setDueOn} />
      <SelectField
        label={say.byWhom}
        value={personId}
        options={[
          ...(followUp ? [] : [['', say.byMe] as const]),
          ...people.map(({ id, name }) => [id, name] as const),
        ]}
        onChange={setPersonId}
      />
      <TextField
        label={say.atWhatTime}
        value={at}
        onChange={setAt}
        problem={at.trim() !== '' && hour === undefined ? say.notATime : undefined}
      />
      <TextField label={say.where} value={place} onChange={setPlace} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <p>
        <Button
          kind="go"
          type="submit"
          disabled={
            !isChanged ||
            (at.trim() !== '' && hour === undefined) ||
            what.trim() === '' ||
            dueOn === '' ||
            making.isLoading ||
            changing.isLoading
          }
        >
          {say.save}
        </Button>{' '}
        <Button onClick={onClose}>{say.cancel}</Button>
      </p>
    </form>
  );
}

/** An hour and a place, where they are not as they were. */
const appointmentOf = (before: FollowUp | undefined, hour: string | undefined, place: string) => ({
  ...((hour ?? null) === (before?.at ?? null) ? {} : { at: hour ?? null }),
  ...(place === (before?.place ?? '') ? {} : { place }),
});
