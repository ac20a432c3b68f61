import type { Editor } from '@tiptap/react';
import { useKeepPictureMutation } from '../../api/pictures.ts';
import { chooseFile } from '../../ui/chooseFile.ts';
import { pictureNode } from '../editor/pictureNode.ts';
import { isShape, putShape } from './shapes.ts';
import { say } from '../../words/en/parts-wording.ts';

/** Puts in what gives a text its shape; a picture is asked for, and kept, first. */
export function usePutShape(): (editor: Editor, shape: string, over: string | undefined) => void {
  const [keepPicture] = useKeepPictureMutation();
  const picture = async (): Promise<object | undefined> => {
    const file = await chooseFile(say.pictureToPutIn, 'image/png,image/jpeg,image/gif');
    const kept =
      file &&
      (await keepPicture(file)
        .unwrap()
        .catch(() => undefined));
    return kept && pictureNode(kept);
  };
  return (editor, shape, over) => {
    if (isShape(shape)) void putShape(editor, shape, { over, picture });
  };
}
