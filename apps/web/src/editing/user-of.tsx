import { Link } from 'react-router';
import type { User } from '../api/index.js';
import { usePlaceOf } from '../manifest/index.js';

interface UserOfProps {
  readonly user: User;
  readonly onClick?: () => void;
}

/** Something that uses a thing: its name as a way there, and what kind it is. */
export function UserOf({ user: { kind, id, name }, onClick }: UserOfProps) {
  const place = usePlaceOf()(kind, id);
  return (
    <>
      {place === undefined ? (
        name
      ) : (
        <Link className="underline" to={place} onClick={onClick}>
          {name}
        </Link>
      )}{' '}
      <span className="s2 text-soft">{kind}</span>
    </>
  );
}
