import { useState } from 'react';
import type { DragEvent } from 'react';

/** A place files can be dropped on: `over` while they are held above it, and what goes on the element. */
export function useFileDrop(mayDrop: boolean, onFiles: (files: readonly File[]) => void) {
  const [over, setOver] = useState(false);
  const target = {
    onDragOver: (event: DragEvent): void => {
      if (!mayDrop || !event.dataTransfer.types.includes('Files')) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: (): void => {
      setOver(false);
    },
    onDrop: (event: DragEvent): void => {
      // Whether it is taken or not: a file that is let go must not take the page's place.
      event.preventDefault();
      setOver(false);
      const files = [...event.dataTransfer.files];
      if (mayDrop && files.length > 0) onFiles(files);
    },
  };
  return { over, target };
}
