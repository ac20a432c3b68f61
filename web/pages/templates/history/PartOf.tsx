import { Link } from 'react-router';
import { useChaserPlansQuery } from '../../../api/chasers.ts';
import { useRoutinesQuery } from '../../../api/routines.ts';
import { say } from '../../../words/en/templates-history.ts';

/** The routines and chaser plans that send a template: what changes it changes these. */
export function PartOf({ templateId }: { readonly templateId: string }) {
  const { data: routines } = useRoutinesQuery();
  const { data: plans } = useChaserPlansQuery();
  const isIt = (step: object): boolean => 'templateId' in step && step.templateId === templateId;
  const parts = [
    ...(routines?.items ?? [])
      .filter(({ retired, content }) => !retired && content.steps.some(isIt))
      .map(({ id, content }) => ({ id, name: content.name, to: `/routines/${id}`, what: say.routine })),
    ...(plans?.items ?? [])
      .filter(({ retired, content }) => !retired && content.steps.some(isIt))
      .map(({ id, content }) => ({
        id,
        name: content.name,
        to: `/chaser-plans/${id}`,
        what: say.chaserPlan,
      })),
  ];
  if (parts.length === 0) return null;
  return (
    <>
      {parts.map(({ id, name, to, what }) => (
        <small key={id}>
          {what} <Link to={to}>{name}</Link>
        </small>
      ))}
    </>
  );
}
