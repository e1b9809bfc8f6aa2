import { Link } from 'react-router';

/** In place of a screen that failed to draw. */
export function Fallen() {
  return (
    <div className="p-8" role="alert">
      <h1>This screen could not be shown</h1>
      <p className="mt-1 mb-4 text-soft">
        Nothing was changed, and drafts are kept in this browser. The bot keeps running.
      </p>
      <a className="btn do" href=".">
        Reload it
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
