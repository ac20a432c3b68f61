import { useRef, useState } from 'react';
import type { FoundFile } from '../../../../contract/imports.ts';
import { useKeepPictureMutation } from '../../../api/pictures.ts';
import { pictureNode } from '../../../parts/editor/pictureNode.ts';
import { Button } from '../../../ui/Button.tsx';
import { FileChooser } from '../../../ui/FileChooser.tsx';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/templates-import.ts';
import classes from './Import.module.css';

type LeftOut = FoundFile['leftOut'][number];

const WORDS: Readonly<Record<LeftOut['kind'], (count: number) => string>> = {
  picture: (count) => plural(count, say.picture),
  colour: (count) => plural(count, say.colour),
  typeface: (count) => plural(count, say.typeface),
  form: (count) => plural(count, say.partOfAForm, say.partsOfAForm),
  script: (count) => plural(count, say.script),
  frame: (count) => plural(count, say.embeddedPage),
  sound: (count) => plural(count, say.filmOrSound, say.filmsOrSounds),
};

interface LeftOutListProps {
  readonly found: Pick<FoundFile, 'leftOut' | 'fileName'>;
  /** Puts a picture at the end of the wording. */
  readonly onPicture: (node: object) => void;
}

/** What of the file is not in the wording, because a message cannot hold it; pictures can be taken in. */
export function LeftOutList({ found: { leftOut, fileName }, onPicture }: LeftOutListProps) {
  if (leftOut.length === 0) return null;
  const pictures = leftOut.flatMap((one) => one.pictures);
  return (
    <div className={classes.leftOut}>
      <p>{say.leftOut(leftOut.map(({ kind, count }) => WORDS[kind](count)).join(', '))}</p>
      {pictures.map((picture) => (
        <LeftPicture key={picture.src} picture={picture} from={fileName} onPicture={onPicture} />
      ))}
    </div>
  );
}

/** A picture that stands in the page itself is taken from there; one from afar is chosen, since nothing is loaded from afar. */
function LeftPicture({
  picture: { src, alt },
  from,
  onPicture,
}: {
  readonly picture: LeftOut['pictures'][number];
  readonly from: string;
  readonly onPicture: LeftOutListProps['onPicture'];
}) {
  const chooser = useRef<HTMLInputElement>(null);
  const [keep, { error, isLoading }] = useKeepPictureMutation();
  const [taken, setTaken] = useState(false);
  const isHere = src.startsWith('data:image/');
  const take = async (file: File | undefined): Promise<void> => {
    const kept =
      file &&
      (await keep(file)
        .unwrap()
        .catch(() => undefined));
    if (!kept) return;
    onPicture(pictureNode(kept));
    setTaken(true);
  };
  const takeHere = async (): Promise<void> => {
    const bytes = await (await fetch(src)).blob();
    await take(new File([bytes], `${from} picture`, { type: bytes.type }));
  };
  const name = alt === '' ? (isHere ? say.aPictureInTheText : src.slice(0, 120)) : alt;
  if (taken) return <p role="status">{say.standsAtTheEndOf(name)}</p>;
  return (
    <p>
      {name}{' '}
      <Button
        disabled={isLoading}
        onClick={() => {
          if (isHere) void takeHere().catch(() => undefined);
          else chooser.current?.click();
        }}
      >
        {say.takeThePictureIn(isHere ? '' : '…')}
      </Button>
      <FileChooser
        ref={chooser}
        label={say.fileOfThePicture(name)}
        accept="image/png,image/jpeg,image/gif"
        onChoose={([file]) => void take(file)}
      />
      {error ? <small role="alert">{problemWords(error)}</small> : null}
    </p>
  );
}
