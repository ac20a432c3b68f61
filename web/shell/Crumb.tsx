import { Link } from 'react-router';
import { useMatterQuery } from '../api/matters.ts';

export function Crumb({ matterId }: { readonly matterId: string }) {
  const { data } = useMatterQuery(matterId);
  return (
    <>
      <Link to="/matters">Matters</Link> <span aria-hidden="true">/</span> <b>{data?.reference ?? ''}</b>
    </>
  );
}
