import { ColorInput } from '@mantine/core';
import { useRef } from 'react';
import type { PracticeJson } from '../../../contract/practice.ts';
import { contrastOf, LEAST_CONTRAST } from '../../../core/model/contrast.ts';
import { FACE_KEYS, LOGO_WIDTH_PX, LOOK_MEASURE_PX, LOOK_SIZE_PX } from '../../../core/model/messageLook.ts';
import type { Face } from '../../../core/model/messageLook.ts';
import { useKeepPictureMutation } from '../../api/pictures.ts';
import { pictureUrl } from '../../parts/messages/pictures.ts';
import { Received } from '../../parts/messages/Received.tsx';
import { Button } from '../../ui/Button.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { FileChooser } from '../../ui/FileChooser.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { sampleMessage } from './sampleMessage.ts';
import { FIELD_LOOK } from '../../ui/fieldLook.ts';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

type Look = NonNullable<PracticeJson['look']>;

const FACE_WORDS: Readonly<Record<Face, string>> = {
  georgia: 'Georgia',
  times: 'Times New Roman',
  arial: 'Arial',
  verdana: 'Verdana',
  tahoma: 'Tahoma',
  trebuchet: 'Trebuchet MS',
};

const COLOURS = [
  ['ink', say.text],
  ['link', say.links],
  ['accent', say.buttons],
  ['page', say.page],
  ['surround', say.aroundThePage],
] as const;

const range = ({ least, most }: { readonly least: number; readonly most: number }, step: number): number[] =>
  Array.from({ length: Math.floor((most - least) / step) + 1 }, (_, n) => least + n * step);

interface LookFormProps {
  readonly values: PracticeJson;
  readonly onChange: (part: Partial<PracticeJson>) => void;
}

/** How email looks to whoever gets it, once for all templates, beside a message in that look. */
export function LookForm({ values, onChange }: LookFormProps) {
  const { look } = values;
  if (!look) return null;
  const set = (part: Partial<Look>): void => {
    onChange({ look: { ...look, ...part } });
  };
  const sample = sampleMessage(look, pictureUrl);
  return (
    <>
      <h2>{say.howEmailLooks}</h2>
      <div className={classes.fields}>
        <SelectField
          label={say.typeface}
          value={look.face}
          options={FACE_KEYS.map((face) => [face, FACE_WORDS[face]] as const)}
          onChange={(face) => {
            set({ face });
          }}
        />
        <SelectField
          label={say.size}
          value={String(look.sizePx)}
          options={range(LOOK_SIZE_PX, 1).map((px) => [String(px), `${px} px`] as const)}
          onChange={(px) => {
            set({ sizePx: Number(px) });
          }}
        />
        <SelectField
          label={say.widthOfTheText}
          value={String(look.measurePx)}
          options={[...new Set([...range(LOOK_MEASURE_PX, 20), look.measurePx])].map(
            (px) => [String(px), `${px} px`] as const,
          )}
          onChange={(px) => {
            set({ measurePx: Number(px) });
          }}
        />
        {COLOURS.map(([key, label]) => (
          <ColorInput
            key={key}
            {...FIELD_LOOK}
            label={label}
            format="hex"
            withEyeDropper={false}
            value={look[key]}
            error={faint(key, look) ? say.tooFaintOnThePage : undefined}
            onChange={(typed) => {
              const colour = typed.toLowerCase();
              if (/^#[0-9a-f]{6}$/.test(colour)) set({ [key]: colour });
            }}
          />
        ))}
        <TextField
          label={say.aboveEveryMessage}
          multiline
          value={look.head}
          onChange={(head) => {
            set({ head });
          }}
        />
        <TextField
          label={say.belowEveryMessage}
          multiline
          value={look.foot}
          onChange={(foot) => {
            set({ foot });
          }}
        />
      </div>
      <LogoForm look={look} onChange={set} />
      <Received subject={sample.subject} html={sample.html} text={sample.text} />
    </>
  );
}

const faint = (key: (typeof COLOURS)[number][0], look: Look): boolean =>
  (key === 'ink' || key === 'link') && contrastOf(look[key], look.page) < LEAST_CONTRAST;

interface LogoFormProps {
  readonly look: Look;
  readonly onChange: (part: Partial<Look>) => void;
}

function LogoForm({ look: { logo }, onChange }: LogoFormProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const [keepPicture, { error }] = useKeepPictureMutation();
  const take = async ([file]: readonly File[]): Promise<void> => {
    const kept =
      file &&
      (await keepPicture(file)
        .unwrap()
        .catch(() => undefined));
    if (!kept) return;
    const widthPx = Math.min(LOGO_WIDTH_PX.most, Math.max(LOGO_WIDTH_PX.least, kept.width));
    onChange({ logo: { picture: kept.picture, alt: logo?.alt ?? '', widthPx } });
  };
  return (
    <div className={classes.row}>
      <Button onClick={() => chooser.current?.click()}>
        {logo ? say.anotherPictureAbove : say.aPictureAboveEveryMessage}
      </Button>
      <FileChooser
        ref={chooser}
        label={say.pictureAboveEveryMessage}
        accept="image/png,image/jpeg,image/gif"
        onChoose={(files) => void take(files)}
      />
      {logo ? (
        <>
          <TextField
            label={say.inWordsWherePicturesAre}
            value={logo.alt}
            onChange={(alt) => {
              onChange({ logo: { ...logo, alt } });
            }}
          />
          <TextField
            label={say.widthInPx}
            type="number"
            value={String(logo.widthPx)}
            onChange={(typed) => {
              const widthPx = Math.round(Number(typed));
              if (widthPx >= LOGO_WIDTH_PX.least && widthPx <= LOGO_WIDTH_PX.most)
                onChange({ logo: { ...logo, widthPx } });
            }}
          />
          <Button
            onClick={() => {
              onChange({ logo: null });
            }}
          >
            {say.removeThePicture}
          </Button>
        </>
      ) : null}
      {error ? <small role="alert">{problemWords(error)}</small> : null}
    </div>
  );
}
