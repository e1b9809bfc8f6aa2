import type { ViewersView } from './view.js';

export interface ViewersTypes {
  readonly view: { readonly viewers: ViewersView };
  readonly looksAt: { readonly timeZone: string };
}
