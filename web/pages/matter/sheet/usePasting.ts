import type { Editor } from '@tiptap/core';
import type { ClipboardEvent } from 'react';
import { useKeepPictureMutation } from '../../../api/pictures.ts';
import { pictureNode } from '../../../parts/editor/pictureNode.ts';
import { isInText, pastedFiles } from './pasting.ts';

/** What is pasted onto a sheet: pictures into its text, files beside it. */
export function usePasting(body: Editor | null, encloseFiles: (files: readonly File[]) => void) {
  const [keepPicture] = useKeepPictureMutation();
  /** One that cannot stand in a text goes along as a file. */
  const putPicture = async (picture: File): Promise<void> => {
    const kept = await keepPicture(picture)
      .unwrap()
      .catch(() => undefined);
    if (kept) body?.chain().focus().insertContent(pictureNode(kept)).run();
    else encloseFiles([picture]);
  };
  return (event: ClipboardEvent): void => {
    const { pictures, files } = pastedFiles(event.clipboardData, isInText(event.target, body));
    if (pictures.length + files.length === 0) return;
    event.preventDefault();
    encloseFiles(files);
    for (const picture of pictures) void putPicture(picture);
  };
}
