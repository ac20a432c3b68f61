import { useState } from 'react';
import type { DragEvent } from 'react';

/** A place files can be dropped on: `over` while they are held above it, and what goes on the element. */
export function useFileDrop(mayDrop: boolean, onFiles: (files: readonly File[]) => void) {
  const [over, setOver] = useState(false);
  const target = {
    onDragOver: (event: DragEvent): void => {
      // A place within this one takes it.
      if (event.defaultPrevented || !mayDrop || !event.dataTransfer.types.includes('Files')) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: (event: DragEvent): void => {
      // From one part of the place to another it is still over it.
      const to = event.relatedTarget;
      if (!(to instanceof Node && event.currentTarget.contains(to))) setOver(false);
    },
    onDrop: (event: DragEvent): void => {
      if (event.defaultPrevented) {
        setOver(false);
        return;
      }
      // Whether it is taken or not: a file that is let go must not take the page's place.
      event.preventDefault();
      setOver(false);
      const files = [...event.dataTransfer.files];
      if (mayDrop && files.length > 0) onFiles(files);
    },
  };
  return { over, target };
}
