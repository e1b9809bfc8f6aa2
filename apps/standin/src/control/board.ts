export interface Posted {
  readonly at: string;
  readonly id: string;
  readonly signed: boolean;
  readonly body: unknown;
}

const KEPT = 100;

/** The simulated community board: keeps what is posted to it, newest first. */
export class Board {
  private readonly posts: Posted[] = [];
  /** how it answers instead of taking what comes, for trying faults out */
  answer: 'takes' | 'fails' | 'hangs' | 'redirects' | 'floods' = 'takes';

  /** posts that came, taken or not */
  asked = 0;

  take(post: Posted): void {
    this.posts.unshift(post);
    this.posts.length = Math.min(this.posts.length, KEPT);
  }
  get all(): readonly Posted[] {
    return this.posts;
  }
}
