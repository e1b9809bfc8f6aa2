/** What a text may insert with `{{ … }}`: one entry a value, with the words the editor's reference shows. */
export interface ValueEntry {
  readonly path: string;
  readonly means: string;
}

export const VALUES: readonly ValueEntry[] = [
  { path: 'viewer.name', means: 'the viewer who typed it' },
  { path: 'input.all', means: 'all that was typed after the command' },
  { path: 'command.uses', means: 'how often it has been used, this time counted' },
  { path: 'channel.name', means: 'the name of the channel' },
];

/** The values of one rendering, by object and property, as `VALUES` lists them. */
export interface TextValues {
  readonly viewer: { readonly name: string };
  readonly input: { readonly all: string };
  readonly command: { readonly uses: number };
  readonly channel: { readonly name: string };
}
