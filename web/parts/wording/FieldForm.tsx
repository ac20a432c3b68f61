import type { FieldChoice } from '../../../contract/templates.ts';
import type { DateShift } from '../../../core/model/calculatedForm.ts';
import { DATE_FORMATS } from '../../../core/dates/formatDate.ts';
import type { WhenEmpty } from '../../../core/template/document.ts';
import type { ValueFormat } from '../../../core/values/writeValue.ts';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { ShiftForm } from '../conditions/ShiftForm.tsx';
import type { PlaceFormProps } from './place.ts';
import type { Place } from './place.ts';
import { FORMAT_WORDS } from '../../words/en/templateWords.ts';
import { say } from '../../words/en/parts-wording.ts';

const EMPTY_OPTIONS: readonly (readonly [value: string, label: string])[] = [
  ['ask', say.askTheWriter],
  ['words', say.useOtherWords],
  ['leaveOut', say.leaveItOut],
  ['sentence', say.leaveItsSentenceOut],
  ['paragraph', say.leaveItsParagraphOut],
  ['row', say.leaveItsRowOut],
];

const emptyKey = (when: WhenEmpty): string =>
  when.kind === 'leaveOut' ? (when.with ?? 'leaveOut') : when.kind;

function emptyFor(key: string): WhenEmpty {
  if (key === 'sentence' || key === 'paragraph' || key === 'row') return { kind: 'leaveOut', with: key };
  if (key === 'words') return { kind: 'words', words: '' };
  return key === 'leaveOut' ? { kind: 'leaveOut' } : { kind: 'ask' };
}

export function FieldForm({
  field,
  attrs,
  inRow,
  onSet,
}: {
  readonly field: FieldChoice | undefined;
  readonly attrs: Place['attrs'];
  readonly inRow: boolean;
  readonly onSet: PlaceFormProps['onSet'];
}) {
  const whenEmpty = (attrs['whenEmpty'] as WhenEmpty | null) ?? { kind: 'ask' };
  const format = attrs['format'] as ValueFormat;
  const formats: readonly ValueFormat[] =
    field?.kind === 'date' || field?.kind === 'dateTime'
      ? ['plain', ...DATE_FORMATS]
      : field?.kind === 'number'
        ? ['plain', 'words']
        : ['plain'];
  return (
    <>
      <b>
        {field?.label ?? say.aFieldThatIsGone}
        <small>{field?.value === null || field === undefined ? say.nothingOnThisMatter : field.value}</small>
      </b>
      {formats.length > 1 ? (
        <SelectField
          label={say.writtenAs}
          value={format}
          options={formats.map((one) => [one, FORMAT_WORDS[one]] as const)}
          onChange={(chosen) => {
            onSet({ format: chosen });
          }}
        />
      ) : null}
      {field?.kind === 'date' ? (
        <ShiftForm
          shift={attrs['shift'] as DateShift | null}
          onChange={(shift) => {
            onSet({ shift });
          }}
        />
      ) : null}
      <SelectField
        label={say.whenThereIsNothing}
        value={emptyKey(whenEmpty)}
        options={EMPTY_OPTIONS.filter(([key]) => key !== 'row' || inRow)}
        onChange={(key) => {
          onSet({ whenEmpty: emptyFor(key) });
        }}
      />
      {whenEmpty.kind === 'words' ? (
        <TextField
          label={say.otherWords}
          value={whenEmpty.words}
          onChange={(words) => {
            onSet({ whenEmpty: { kind: 'words', words } });
          }}
        />
      ) : null}
    </>
  );
}
