import { Link } from 'react-router';

/** In place of a screen that failed to draw. */
export function Fallen() {
  return (
    <div className="p-8" role="alert">
      <h1>This screen could not be drawn</h1>
      <p className="mt-1 mb-4 text-soft">
        Nothing was changed, and drafts are kept in this browser. Chat and the bot go on.
      </p>
      <a className="btn do" href=".">
        Draw it again
      </a>
    </div>
  );
}

export function NoSuchPlace() {
  return (
    <div className="p-8">
      <h1>There is nothing at this address</h1>
      <p className="mt-1 mb-4 text-soft">It may have been moved or mistyped.</p>
      <Link className="btn" to="/prepare/commands">
        Go to Prepare
      </Link>
    </div>
  );
}
