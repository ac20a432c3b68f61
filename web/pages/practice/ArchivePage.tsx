import { useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { KeptSafe } from '../../parts/exports/KeptSafe.tsx';
import { mayDo } from '../../words/rights.ts';

/** Whether all that was filed is what it was, and the whole of it as one file. */
export function ArchivePage() {
  const { user } = useOutletContext<Session>();
  return <KeptSafe mayTakeAll={mayDo(user, 'archive')} />;
}
