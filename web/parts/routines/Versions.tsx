import type { RoutineView } from '../../../contract/routines.ts';
import { say } from '../../words/en/routines.ts';

interface VersionsProps {
  readonly versions: RoutineView['versions'];
  readonly className?: string | undefined;
}

/** Who wrote which version, and when. */
export const Versions = ({ versions, className }: VersionsProps) => (
  <section aria-label={say.versions} className={className}>
    <h2>{say.versions}</h2>
    <ul>
      {versions.map(({ number, by, atUtc }) => (
        <li key={number}>{say.versionBy(number, by, atUtc)}</li>
      ))}
    </ul>
  </section>
);
