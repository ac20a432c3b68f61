import { tableFeatures, useTable } from '@tanstack/react-table';
import type { ColumnDef } from '@tanstack/react-table';
import type { ReactNode } from 'react';
import type { RoundMessage, RoundView } from '../../../contract/rounds.ts';
import { isCaution } from '../../../core/model/noteCodes.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { canTakeIn, ROUND_GROUPS } from '../../../core/rounds/groups.ts';
import { useChangeRoundMessageMutation, useChangeRoundMutation } from '../../api/rounds.ts';
import { Button } from '../../ui/Button.tsx';
import { listDay, today } from '../../words/dates.ts';
import { kindWords, needWords, say } from '../../words/en/rounds.ts';
import { channelWords, problemWords } from '../../words/en/wording.ts';
import { AnswerCell } from './AnswerCell.tsx';
import { ForAll } from './ForAll.tsx';
import { useAnswering } from './useAnswering.ts';
import classes from './Rounds.module.css';

interface RoundGroupsProps {
  readonly round: RoundView;
  readonly messages: readonly RoundMessage[];
  readonly chosenId: string | undefined;
  readonly mayChange: boolean;
  readonly onChoose: (id: string) => void;
}

const features = tableFeatures({});
type Column = ColumnDef<typeof features, RoundMessage>;

/** Blanks that a cell can answer; files and people are answered on the sheet. */
const IN_CELLS: ReadonlySet<string> = new Set([
  'text',
  'longText',
  'number',
  'money',
  'date',
  'choice',
  'yesNo',
]);

/** The messages of a round in groups by what they need, with a cell for each blank. */
export function RoundGroups({ round, messages, chosenId, mayChange, onChoose }: RoundGroupsProps) {
  const [change, { error }] = useChangeRoundMessageMutation();
  const answering = useAnswering(round, messages);
  const { unread } = answering;
  const asked = round.blanks.filter(({ kind }) => IN_CELLS.has(kind));
  const columns: Column[] = [
    ...round.columns.map(({ path, label }): Column => ({
      id: path,
      header: label,
      accessorFn: ({ values }) => values[path] ?? '',
    })),
    ...asked.map(({ key, label }): Column => ({
      id: blankColumn(key),
      header: label,
      accessorFn: ({ answers }) => answers[key] ?? '',
    })),
  ];
  const table = useTable({
    features,
    columns,
    data: messages,
    getRowId: ({ id }: RoundMessage) => id,
  });
  const rows = table.getRowModel().rows;
  const width = columns.length + 5;
  return (
    <>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {unread.length > 0 ? <p role="alert">{unread.join('; ')}</p> : null}
      {asked.length > 0 && mayChange ? <ForAll round={round} blanks={asked} /> : null}
      <table className={classes.table} aria-label={say.messages}>
        <thead>
          <tr>
            <th scope="col">
              <span className={classes.heard}>{say.inRound}</span>
            </th>
            <th scope="col">{say.matterHead}</th>
            <th scope="col">{say.goesTo}</th>
            <th scope="col">{say.channel}</th>
            {columns.map(({ id, header }) => (
              <th key={id} scope="col">
                {String(header)}
              </th>
            ))}
            <th scope="col">{say.whatItNeeds}</th>
          </tr>
        </thead>
        {ROUND_GROUPS.filter((group) => round.counts[group] > 0).map((group) => (
          <tbody key={group} aria-label={say.group[group]}>
            <tr className={classes.groupHead}>
              <td colSpan={width}>
                <i>{say.group[group]}</i> {round.counts[group]}
                {mayChange ? <KindActions round={round} group={group} /> : null}
              </td>
            </tr>
            {rows
              .filter(({ original }) => original.group === group)
              .map((row) => (
                <RoundLine
                  key={row.id}
                  round={round}
                  message={row.original}
                  isChosen={row.original.id === chosenId}
                  mayChange={mayChange}
                  onChoose={onChoose}
                  onTake={(isIn) =>
                    void change({ id: round.id, messageId: row.original.id, change: { in: isIn } })
                  }
                >
                  {row.getAllCells().map((cell) => (
                    <td key={cell.id}>
                      <LineCell
                        blank={asked.find(({ key }) => blankColumn(key) === cell.column.id)}
                        message={row.original}
                        words={String(cell.getValue())}
                        mayChange={mayChange}
                        answering={answering}
                      />
                    </td>
                  ))}
                </RoundLine>
              ))}
          </tbody>
        ))}
      </table>
    </>
  );
}

const blankColumn = (key: string): string => `blank.${key}`;

type Answering = ReturnType<typeof useAnswering>;

/** An answer as it reads; a day as days are written. */
function answerWords(blank: RoundView['blanks'][number], given: string): string {
  const date = blank.kind === 'date' ? parsePlainDate(given) : undefined;
  if (date) return listDay(date, today());
  return blank.choices?.find(({ key }) => key === given)?.label ?? given;
}

interface LineCellProps {
  /** What it answers; undefined where it only tells. */
  readonly blank: RoundView['blanks'][number] | undefined;
  readonly message: RoundMessage;
  readonly words: string;
  readonly mayChange: boolean;
  readonly answering: Answering;
}

/** A cell: a field where it can be answered here, else its words. */
function LineCell({ blank, message, words, mayChange, answering }: LineCellProps) {
  if (!blank) return words;
  if (!mayChange || message.group === 'out' || message.state !== 'draft') return answerWords(blank, words);
  return (
    <AnswerCell
      blank={blank}
      answer={words}
      reference={message.matterReference}
      onAnswer={(text) => {
        answering.answer(message, blank.key, text);
      }}
      onPaste={(text) => answering.paste(message, blank.key, text)}
      onFillDown={(text) => {
        answering.fillDown(message, blank.key, text);
      }}
    />
  );
}

interface RoundLineProps {
  readonly round: RoundView;
  readonly message: RoundMessage;
  readonly isChosen: boolean;
  readonly mayChange: boolean;
  readonly onChoose: (id: string) => void;
  readonly onTake: (isIn: boolean) => void;
  /** Its cells of the columns that the round has. */
  readonly children: ReactNode;
}

function RoundLine({ round, message, isChosen, mayChange, onChoose, onTake, children }: RoundLineProps) {
  const name = message.to.join(', ') || message.matterReference;
  const isIn = message.group !== 'out';
  const isDraft = message.state === 'draft' || message.state === null;
  const choose = (): void => {
    onChoose(message.id);
  };
  return (
    <tr data-chosen={isChosen} onClick={choose}>
      <td>
        {mayChange && isDraft ? (
          <input
            type="checkbox"
            aria-label={isIn ? say.takeOut(name) : say.takeIn(name)}
            checked={isIn}
            disabled={!isIn && message.hasDraft && !message.canTakeIn}
            onChange={() => {
              onTake(!isIn);
            }}
          />
        ) : null}
      </td>
      <td>
        <button type="button" className={classes.reference} aria-pressed={isChosen} onFocus={choose}>
          {message.matterReference}
        </button>
      </td>
      <td>{message.to.join(', ')}</td>
      <td>{channelWords(message.channel)}</td>
      {children}
      <td data-group={message.group}>{needWords(message, round.blanks)}</td>
    </tr>
  );
}

/** One press for every message that stands where it does for the same reason. */
function KindActions({ round, group }: { readonly round: RoundView; readonly group: RoundMessage['group'] }) {
  const [change, { error, isLoading }] = useChangeRoundMutation();
  const kinds = round.kinds.filter((one) => one.group === group && one.kind !== '');
  const press = (body: Parameters<typeof change>[0]['change']): void => {
    void change({ id: round.id, change: body });
  };
  return (
    <span className={classes.kinds}>
      {kinds.map(({ kind, count }) => {
        const words = `${kindWords(group, kind, round.blanks)} (${String(count)})`;
        if (group === 'look' && isCaution(kind))
          return (
            <Button
              key={kind}
              disabled={isLoading}
              aria-label={`${words}: ${say.ignoreAll}`}
              onClick={() => {
                press({ ignore: kind });
              }}
            >
              {words}: {say.ignoreAll}
            </Button>
          );
        if (group === 'out' && canTakeIn(kind))
          return (
            <Button
              key={kind}
              disabled={isLoading}
              onClick={() => {
                press({ takeIn: kind });
              }}
            >
              {words}: {say.takeInAll}
            </Button>
          );
        if (group === 'look' || group === 'fill')
          return (
            <Button
              key={kind}
              disabled={isLoading}
              onClick={() => {
                press({ leaveOut: { group, kind } });
              }}
            >
              {words}: {say.leaveOutAll}
            </Button>
          );
        return <small key={kind}>{words}</small>;
      })}
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </span>
  );
}
