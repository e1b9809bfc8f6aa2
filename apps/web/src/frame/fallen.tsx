import { Component, type ReactNode } from 'react';
import { Link } from 'react-router';

interface FallenProps {
  /** what is shown: the next thing is tried when it changes */
  readonly at?: string;
  readonly children: ReactNode;
}

/** Shows in place of a screen that failed to draw what is still true, and how to go on. */
export class Fallen extends Component<FallenProps, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override componentDidUpdate({ at }: FallenProps): void {
    if (this.state.failed && at !== this.props.at) this.setState({ failed: false });
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
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
