import { saveFile } from '../../ui/saveFile.ts';

/** Saves every template that one may see, with the passages and pictures they show, as one file. */
export async function savePack(): Promise<void> {
  const answer = await fetch('/api/v1/template-packs/make', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{}',
  });
  if (!answer.ok) return;
  saveFile(await answer.blob(), 'templates.json');
}
