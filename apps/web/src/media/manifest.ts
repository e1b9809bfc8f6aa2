import { askAgain } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

export const MEDIA: Manifest = {
  things: [
    thing({
      kind: 'media',
      page: async () => (await import('./media-page.js')).MediaPage,
      group: 'Show',
      label: 'Media',
      words: ['pictures', 'images', 'videos', 'sounds', 'files', 'upload', 'library'],
      word: 'file',
      add: { label: 'Upload media', words: ['picture', 'sound', 'video', 'file'] },
      found: ({ kind }) => ({ hint: kind }),
      refers: {
        of: ({ kind }) => kind,
        first: { label: 'Upload one first', to: `/prepare/media/${NEW}` },
        picker: async () => (await import('./media-picker.js')).MediaPicker,
      },
      bundled: {
        // What comes with Gully is there already, wherever a bundle goes.
        label: ({ name, shipped }: { readonly name: string; readonly shipped: boolean }) =>
          shipped ? undefined : name,
      },
    }),
  ],
  news: {
    thing: () => {
      askAgain(['users-of']);
    },
  },
};
