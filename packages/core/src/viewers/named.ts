import { foldName } from '../text/index.js';

/** A viewer given by name: bound to who they are as soon as that is known. */
export interface NamedViewer {
  readonly name: string;
  /** the viewer's id, or null when nobody of that name was ever seen */
  readonly viewer: string | null;
}

/** A name that was bound to a viewer holds for that viewer alone, whoever carries the name later. */
export function isNamed(
  { name, viewer }: NamedViewer,
  who: { readonly viewer: string; readonly name: string },
): boolean {
  return viewer === null ? foldName(name) === foldName(who.name) : viewer === who.viewer;
}
