import { useId } from 'react';
import type { MatterTypeJson } from '../../../contract/matterTypes.ts';
import type { OfferedOnJson, RoutineJson } from '../../../contract/routines.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { askedFields } from '../../parts/conditions/askedFields.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/routines.ts';
import { SentenceField } from '../../ui/SentenceField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { namedIn } from '../../parts/routines/namedIn.ts';
import { typesMeant } from './typesMeant.ts';
import classes from './RoutinePage.module.css';

interface OfferedOnProps {
  readonly content: RoutineJson;
  readonly onChange: (part: Partial<RoutineJson>) => void;
}

type On = OfferedOnJson['on'];
const REASONS: readonly On[] = ['stage', 'date', 'overdue', 'document'];
const LEAST_DAYS = -2_000;

/** When it is offered: any of these reasons. */
export function OfferedOn({ content, onChange }: OfferedOnProps) {
  const { data: types } = useMatterTypesQuery();
  const meant = typesMeant(types?.items ?? [], content.typeIds);
  const heading = useId();
  const { offeredOn } = content;
  const put = (next: readonly OfferedOnJson[]): void => {
    onChange({ offeredOn: [...next] });
  };
  return (
    <section aria-labelledby={heading}>
      <h2 id={heading}>{say.offeredWhen}</h2>
      {offeredOn.length === 0 ? <p className={classes.none}>{say.onlyByHand}</p> : null}
      <ul className={classes.sentences}>
        {offeredOn.map((one, n) => (
          <li key={n}>
            <div className={classes.sentence}>
              <Choice
                label={`${say.offeredWhen} ${n + 1}`}
                bare
                plain
                value={one.on}
                options={REASONS.map((value) => ({ value, label: say.reasons[value] }))}
                onChange={(on) => {
                  put(offeredOn.with(n, newReason(on)));
                }}
              />
              <ReasonParts
                one={one}
                types={meant}
                onChange={(next) => {
                  put(offeredOn.with(n, next));
                }}
              />
            </div>
            <Button
              aria-label={say.removeReason(n + 1)}
              onClick={() => {
                put(offeredOn.filter((_one, at) => at !== n));
              }}
            >
              {say.remove}
            </Button>
          </li>
        ))}
      </ul>
      <Button
        onClick={() => {
          put([...offeredOn, newReason('stage')]);
        }}
      >
        {say.addAReason}
      </Button>
    </section>
  );
}

function newReason(on: On): OfferedOnJson {
  switch (on) {
    case 'stage':
      return { on, stage: '' };
    case 'date':
      return { on, path: '', fromDays: 0, untilDays: 14 };
    case 'overdue':
      return { on, workingDays: 5 };
    case 'document':
      return { on, category: '', days: 14 };
    default:
      return on satisfies never;
  }
}

interface ReasonPartsProps {
  readonly one: OfferedOnJson;
  readonly types: readonly MatterTypeJson[];
  readonly onChange: (one: OfferedOnJson) => void;
}

function ReasonParts({ one, types, onChange }: ReasonPartsProps) {
  switch (one.on) {
    case 'stage':
      return (
        <Choice
          label={say.stage}
          bare
          plain
          value={one.stage}
          options={namedIn(types, ({ stages }) => stages).map(({ key, label }) => ({ value: key, label }))}
          onChange={(stage) => {
            onChange({ ...one, stage });
          }}
        />
      );
    case 'date':
      return <NearParts one={one} types={types} onChange={onChange} />;
    case 'overdue':
      return (
        <>
          <span>{say.moreThan}</span>
          <NumberField
            label={say.workingDays}
            value={one.workingDays}
            onChange={(workingDays) => {
              onChange({ ...one, workingDays });
            }}
          />
          <span>{say.workingDays}</span>
        </>
      );
    case 'document':
      return (
        <>
          <SentenceField
            label={say.category}
            value={one.category}
            onChange={(category) => {
              onChange({ ...one, category });
            }}
          />
          <span>{say.withinTheLast}</span>
          <NumberField
            label={say.withinDays}
            least={1}
            value={one.days}
            onChange={(days) => {
              onChange({ ...one, days });
            }}
          />
          <span>{say.days}</span>
        </>
      );
    default:
      return one satisfies never;
  }
}

type Near = Extract<OfferedOnJson, { readonly on: 'date' }>;

function NearParts({
  one,
  types,
  onChange,
}: Pick<ReasonPartsProps, 'types'> & { readonly one: Near; readonly onChange: (one: Near) => void }) {
  const days = new Map(
    types
      .flatMap((type) => askedFields(type))
      .filter(({ kind, path }) => kind === 'date' && path !== 'day.today')
      .map(({ path, label }) => [path, label]),
  );
  return (
    <>
      <Choice
        label={say.date}
        bare
        plain
        value={one.path}
        options={[...days].map(([value, label]) => ({ value, label }))}
        onChange={(path) => {
          onChange({ ...one, path });
        }}
      />
      <span>{say.from}</span>
      <NumberField
        label={say.daysFrom}
        least={LEAST_DAYS}
        value={one.fromDays}
        onChange={(fromDays) => {
          onChange({ ...one, fromDays });
        }}
      />
      <span>{say.until}</span>
      <NumberField
        label={say.daysUntil}
        least={LEAST_DAYS}
        value={one.untilDays}
        onChange={(untilDays) => {
          onChange({ ...one, untilDays });
        }}
      />
      <span>{say.daysFromToday}</span>
    </>
  );
}
