import { askAgain, mediaQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

export const MEDIA: Manifest = {
  places: [{ path: '/prepare/media/:id?', load: async () => (await import('./media-page.js')).MediaPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/media',
      label: 'Media',
      words: ['pictures', 'images', 'videos', 'sounds', 'files', 'upload', 'library'],
      counts: mediaQuery,
      drafts: 'gully.draft.media.',
    },
  ],
  actions: [
    { label: 'Upload media', to: `/prepare/media/${NEW}`, words: ['picture', 'sound', 'video', 'file'] },
  ],
  bundled: [
    {
      kind: 'media',
      word: 'file',
      query: mediaQuery,
      // What comes with Gully is there already, wherever a bundle goes.
      label: ({ name, shipped }: { readonly name: string; readonly shipped: boolean }) =>
        shipped ? undefined : name,
    },
  ],
  finding: {
    heading: 'Media',
    query: mediaQuery,
    found: (media: readonly { readonly id: string; readonly name: string; readonly kind: string }[]) =>
      media.map(({ id, name, kind }) => ({ label: name, to: `/prepare/media/${id}`, hint: kind })),
  },
  referable: {
    kind: 'media',
    query: mediaQuery,
    options: (media: readonly { readonly id: string; readonly name: string; readonly kind: string }[]) =>
      media.map(({ id, name, kind }) => ({ value: id, label: name, of: kind })),
    first: { label: 'Upload one first', to: `/prepare/media/${NEW}` },
    picker: async () => (await import('./media-picker.js')).MediaPicker,
  },
  news: {
    thing: ({ of }) => {
      if (of === 'media') askAgain(mediaQuery.queryKey);
      askAgain(['users-of']);
    },
  },
};
