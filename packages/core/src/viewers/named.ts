/** A viewer given by name: bound to who they are as soon as that is known. */
export interface NamedViewer {
  readonly name: string;
  /** the viewer's id, or null when nobody of that name was ever seen */
  readonly viewer: string | null;
}
