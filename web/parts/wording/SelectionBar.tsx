import { useEditorState } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import type { FieldCatalogue, TemplateContentJson } from '../../../contract/templates.ts';
import type { ConditionGroup } from '../../../core/model/condition.ts';
import { Button } from '../../ui/Button.tsx';
import { BlankForm } from './BlankForm.tsx';
import { FieldForm } from './FieldForm.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { ConditionForm } from '../conditions/ConditionForm.tsx';

import { QuestionForm } from './QuestionForm.tsx';
import type { Place, PlaceFormProps } from './place.ts';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

type Blanks = TemplateContentJson['blanks'];
type Blank = Blanks[number];

const SETTABLE = new Set([
  'field',
  'blank',
  'picture',
  'button',
  'question',
  'space',
  'showWords',
  'showWhen',
  'repeat',
  'tableRow',
]);

function placeIn(editor: Editor): Place | undefined {
  const { selection } = editor.state;
  const at = selection.$from;
  let over: string | undefined;
  const holders: { readonly type: string; readonly attrs: Place['attrs']; readonly pos: number }[] = [];
  for (let depth = at.depth; depth > 0; depth -= 1) {
    const node = at.node(depth);
    const repeat =
      node.type.name === 'repeat' ? node.attrs : (node.attrs['repeat'] as { over?: string } | null);
    over ??= repeat?.over as string | undefined;
    if (SETTABLE.has(node.type.name))
      holders.push({ type: node.type.name, attrs: node.attrs, pos: at.before(depth) });
  }
  const selected =
    'node' in selection ? (selection.node as { type: { name: string }; attrs: Place['attrs'] }) : undefined;
  if (selected && SETTABLE.has(selected.type.name))
    return { editor, type: selected.type.name, attrs: selected.attrs, pos: selection.from, over };
  const [inner] = holders;
  return inner && { editor, ...inner, over };
}

interface SelectionBarProps {
  readonly editors: readonly (Editor | null)[];
  readonly catalogue: FieldCatalogue | undefined;
  readonly blanks: Blanks;
  readonly onBlanks: (blanks: readonly Blank[]) => void;
}

/** What can be set of the place one is at: a field’s format, a condition, a picture’s words. */
export function SelectionBar({ editors, catalogue, blanks, onBlanks }: SelectionBarProps) {
  const [subject, body] = editors;
  const inSubject = useEditorState({
    editor: subject ?? null,
    selector: ({ editor }) => (editor?.isFocused ? placeIn(editor) : undefined),
  });
  const inBody = useEditorState({
    editor: body ?? null,
    selector: ({ editor }) => (editor ? placeIn(editor) : undefined),
  });
  const place = inSubject ?? inBody;
  if (!place || !catalogue) return null;
  const set = (attrs: Readonly<Record<string, unknown>>): void => {
    place.editor.commands.command(({ tr }) => {
      for (const [name, value] of Object.entries(attrs)) tr.setNodeAttribute(place.pos, name, value);
      return true;
    });
  };
  return (
    <section className={classes.selection} aria-label={say.thePlaceYouAreAt}>
      <PlaceForm place={place} catalogue={catalogue} blanks={blanks} onSet={set} onBlanks={onBlanks} />
    </section>
  );
}

function PlaceForm({ place, catalogue, blanks, onSet, onBlanks }: PlaceFormProps) {
  const { type, attrs, over } = place;
  const rows = catalogue.repeats.find((repeat) => repeat.over === over)?.fields ?? [];
  const fields = [...rows, ...catalogue.fields];
  switch (type) {
    case 'field': {
      const field = fields.find(({ path }) => path === attrs['path']);
      return <FieldForm field={field} attrs={attrs} inRow={over !== undefined} onSet={onSet} />;
    }
    case 'blank': {
      const blank = blanks.find(({ key }) => key === attrs['key']);
      return blank ? (
        <BlankForm
          blank={blank}
          fields={catalogue.fields}
          onChange={(changed) => {
            onBlanks(blanks.map((one) => (one.key === blank.key ? changed : one)));
          }}
        />
      ) : null;
    }
    case 'showWords':
    case 'showWhen':
      return (
        <>
          <b>{type === 'showWhen' ? say.thisPartStands : say.theseWordsStand}</b>
          <ConditionForm
            group={attrs['when'] as ConditionGroup}
            fields={fields}
            onChange={(when) => {
              onSet({ when });
            }}
          />
        </>
      );
    case 'repeat':
      return (
        <RepeatForm
          over={String(attrs['over'])}
          when={attrs['when'] as ConditionGroup | null}
          catalogue={catalogue}
          onSet={onSet}
        />
      );
    case 'tableRow':
      return <RowForm attrs={attrs} catalogue={catalogue} onSet={onSet} />;
    case 'picture':
      return <PictureForm attrs={attrs} onSet={onSet} />;
    case 'button':
      return <ButtonForm attrs={attrs} onSet={onSet} />;
    case 'question':
      return <QuestionForm attrs={attrs} catalogue={catalogue} onSet={onSet} />;
    case 'space':
      return (
        <TextField
          label={say.heightInPixels}
          type="number"
          value={String(attrs['height'])}
          onChange={(height) => {
            onSet({ height: Math.max(4, Math.min(120, Math.round(Number(height)) || 4)) });
          }}
        />
      );
    default:
      return null;
  }
}

interface AttrsProps extends Pick<PlaceFormProps, 'onSet'> {
  readonly attrs: Place['attrs'];
}

function PictureForm({ attrs, onSet }: AttrsProps) {
  return (
    <>
      <b>{say.thisPicture}</b>
      <TextField
        label={say.whatItShowsInWords}
        value={String(attrs['alt'])}
        onChange={(alt) => {
          onSet({ alt });
        }}
      />
      <TextField
        label={say.widthInPixels}
        type="number"
        value={String(attrs['width'])}
        onChange={(width) => {
          onSet({ width: Math.max(8, Math.min(640, Math.round(Number(width)) || 8)) });
        }}
      />
    </>
  );
}

function ButtonForm({ attrs, onSet }: AttrsProps) {
  return (
    <>
      <b>{say.thisButton}</b>
      <TextField
        label={say.wordsOnIt}
        value={String(attrs['label'])}
        onChange={(label) => {
          onSet({ label });
        }}
      />
      <TextField
        label={say.whereItLeads}
        type="url"
        value={String(attrs['href'])}
        onChange={(href) => {
          onSet({ href });
        }}
      />
    </>
  );
}

interface RepeatFormProps extends Pick<PlaceFormProps, 'catalogue' | 'onSet'> {
  readonly over: string;
  readonly when: ConditionGroup | null;
}

function RepeatForm({ over, when, catalogue, onSet }: RepeatFormProps) {
  const rows = catalogue.repeats.find((repeat) => repeat.over === over)?.fields ?? [];
  return (
    <>
      <SelectField
        label={say.onceForEachOf}
        value={over}
        options={catalogue.repeats.map(
          (repeat) => [repeat.over, say.here(repeat.label, repeat.rows)] as const,
        )}
        onChange={(chosen) => {
          onSet({ over: chosen, when: null });
        }}
      />
      <ConditionForm
        group={when ?? { join: 'all', conditions: [] }}
        fields={rows}
        onChange={(group) => {
          onSet({ when: group.conditions.length > 0 ? group : null });
        }}
      />
    </>
  );
}

function RowForm({ attrs, catalogue, onSet }: AttrsProps & Pick<PlaceFormProps, 'catalogue'>) {
  const repeat = attrs['repeat'] as { readonly over: string; readonly when: ConditionGroup | null } | null;
  const when = attrs['when'] as ConditionGroup | null;
  const rows = catalogue.repeats.find(({ over }) => over === repeat?.over)?.fields ?? [];
  return (
    <>
      <SelectField
        label={say.thisRowOfTheTable}
        value={repeat?.over ?? ''}
        options={[
          ['', 'once'],
          ...catalogue.repeats.map(
            ({ over, label, rows: count }) => [over, say.forEachOfHere(label, count)] as const,
          ),
        ]}
        onChange={(over) => {
          onSet({ repeat: over === '' ? null : { over, when: null } });
        }}
      />
      <ConditionForm
        group={(repeat ? repeat.when : when) ?? { join: 'all', conditions: [] }}
        fields={[...rows, ...catalogue.fields]}
        onChange={(group) => {
          const chosen = group.conditions.length > 0 ? group : null;
          onSet(repeat ? { repeat: { ...repeat, when: chosen } } : { when: chosen });
        }}
      />
      <Button
        onClick={() => {
          onSet({ repeat: null, when: null });
        }}
      >
        {say.alwaysOnce}
      </Button>
    </>
  );
}
