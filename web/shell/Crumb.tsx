import { Link } from 'react-router';
import { useMatterQuery } from '../api/matters.ts';
import { say } from '../words/en/shell.ts';

export function Crumb({ matterId }: { readonly matterId: string }) {
  const { data } = useMatterQuery(matterId);
  return (
    <>
      <Link to="/matters">{say.matters}</Link> <span aria-hidden="true">/</span>{' '}
      <b>{data?.reference ?? ''}</b>
    </>
  );
}
