import { useOfferedQuery } from '../../../api/answers.ts';
import { Offered } from '../../../parts/answers/Offered.tsx';
import { say } from '../../../words/en/answers.ts';
import { Part } from './Part.tsx';

/** What answers offer to the record of this matter; what was decided stays for a day, with the way back. */
export function Answers({ matterId, mayChange }: { readonly matterId: string; readonly mayChange: boolean }) {
  const { data } = useOfferedQuery(matterId);
  const items = data?.items ?? [];
  if (items.length === 0) return null;
  return (
    <Part title={say.toTakeOver} count={items.filter(({ state }) => state === 'open').length}>
      {items.map((offered) => (
        <Offered key={offered.id} offered={offered} mayChange={mayChange} />
      ))}
    </Part>
  );
}
