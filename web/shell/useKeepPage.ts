import { useEffect } from 'react';

/** A file that is let go where nothing takes it would be opened in place of the page, and what is written there be gone. */
export function useKeepPage(): void {
  useEffect(() => {
    const keep = (event: DragEvent): void => {
      if (event.defaultPrevented || !event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      event.dataTransfer.dropEffect = 'none';
    };
    window.addEventListener('dragover', keep);
    window.addEventListener('drop', keep);
    return () => {
      window.removeEventListener('dragover', keep);
      window.removeEventListener('drop', keep);
    };
  }, []);
}
