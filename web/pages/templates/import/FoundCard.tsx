import type { DecisionJson } from '../../../../contract/imports.ts';
import { useTemplateFieldsQuery } from '../../../api/templates.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { plural } from '../../../words/en/wording.ts';
import type { Found } from './found.ts';
import { LeftOutList } from './LeftOutList.tsx';
import { say } from '../../../words/en/templates-import.ts';
import { reasonSentence } from '../../../words/en/refusals.ts';
import classes from './Import.module.css';

type Gap = Found['gaps'][number];

interface FoundCardProps {
  readonly found: Found;
  readonly onChange: (found: Found) => void;
  readonly onLeave: () => void;
}

/** One file that was read, with the codes and gaps in it, each to be decided. */
export function FoundCard({ found, onChange, onLeave }: FoundCardProps) {
  const { fileName, problem, name, gaps, decisions } = found;
  if (problem !== null)
    return (
      <section className={classes.card} data-severity="stop" aria-label={fileName}>
        <b>{fileName}</b> <span>{reasonSentence(problem)}</span>{' '}
        <Button onClick={onLeave}>{say.cancel}</Button>
      </section>
    );
  return (
    <section className={classes.card} aria-label={fileName}>
      <div className={classes.cardHead}>
        <TextField
          label={say.from(fileName)}
          value={name}
          onChange={(typed) => {
            onChange({ ...found, name: typed });
          }}
        />
        <span>
          {gaps.length === 0
            ? say.noCodesOrGapsFound
            : `${plural(gaps.length, say.codeOrGap, say.codesAndGaps)}`}
        </span>
        <Button onClick={onLeave}>{say.doNotImportIt}</Button>
      </div>
      <LeftOutList
        found={found}
        onPicture={(node) => {
          onChange({ ...found, body: withPicture(found.body, node) });
        }}
      />
      {gaps.map((gap) => (
        <GapLine
          key={gap.key}
          gap={gap}
          decision={decisions[gap.key] ?? gap.proposed}
          onDecide={(decision) => {
            onChange({ ...found, decisions: { ...decisions, [gap.key]: decision } });
          }}
        />
      ))}
    </section>
  );
}

/** A wording with a picture in a paragraph of its own at its end. */
function withPicture(body: Found['body'], picture: object): Found['body'] {
  const content = 'content' in body && Array.isArray(body.content) ? (body.content as object[]) : [];
  return { ...body, ...{ content: [...content, { type: 'paragraph', content: [picture] }] } };
}

interface GapLineProps {
  readonly gap: Gap;
  readonly decision: DecisionJson;
  readonly onDecide: (decision: DecisionJson) => void;
}

function GapLine({ gap, decision, onDecide }: GapLineProps) {
  const { data: catalogue } = useTemplateFieldsQuery(undefined);
  const likely = new Set(gap.suggestions.map(({ path }) => path));
  const blank: DecisionJson =
    gap.proposed.kind === 'blank'
      ? gap.proposed
      : {
          kind: 'blank',
          label: gap.text.replace(/[^\p{L}\p{N} ]+/gu, ' ').trim() || say.toBeFilledIn,
          answer: 'text',
        };
  const chosen = decision.kind === 'field' ? decision.path : decision.kind;
  const at = gap.line.indexOf(gap.text);
  return (
    <div className={classes.gap}>
      <span className={classes.line}>
        {at < 0 ? gap.line : gap.line.slice(Math.max(0, at - 50), at)}
        {at < 0 ? null : <mark>{gap.text}</mark>}
        {at < 0 ? null : gap.line.slice(at + gap.text.length, at + gap.text.length + 40)}
        {gap.count > 1 ? <small>{say.times(gap.count)}</small> : null}
      </span>
      <SelectField
        label={say.whatMeans(gap.text)}
        bare
        value={chosen}
        options={[
          ...gap.suggestions.map(({ path, label }) => [path, label] as const),
          ['blank', say.askTheWriter(blank.kind === 'blank' ? blank.label : '')] as const,
          ['keep', say.leaveItAsItStands] as const,
          ...(catalogue?.fields ?? [])
            .filter(({ path }) => !likely.has(path))
            .map(({ path, label }) => [path, label] as const),
        ]}
        onChange={(value) => {
          if (value === 'blank') onDecide(blank);
          else if (value === 'keep') onDecide({ kind: 'keep' });
          else onDecide({ kind: 'field', path: value });
        }}
      />
    </div>
  );
}
