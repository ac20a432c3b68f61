import { NavLink } from 'react-router';
import { isGeneralFile } from '../../../core/model/generalFile.ts';
import type { MatterDetail } from '../../../contract/matters.ts';
import { useRecordQuery } from '../../api/matters.ts';
import { say } from '../../words/en/matter.ts';
import { PartTabs } from '../../ui/PartTabs.tsx';

/** What a matter holds, one press from wherever on it one is. */
export function MatterTabs({ matter }: { readonly matter: MatterDetail }) {
  const { data: record } = useRecordQuery(matter.id);
  return (
    <PartTabs label={say.partsOfTheMatter}>
      <NavLink end to={`/matters/${matter.id}`}>
        {say.correspondence} {matter.counts.all}
      </NavLink>
      <NavLink to={`/matters/${matter.id}/documents`}>
        {say.documents} {matter.documents.length}
      </NavLink>
      {record?.type.tables.map(({ key, label }) => (
        <NavLink key={key} to={`/matters/${matter.id}/table/${key}`}>
          {label} {record.tables[key]?.length ?? 0}
        </NavLink>
      ))}
      {isGeneralFile(matter.id) ? null : (
        <NavLink to={`/matters/${matter.id}/details`}>{say.details}</NavLink>
      )}
    </PartTabs>
  );
}
