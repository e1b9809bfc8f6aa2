import type { ChatLine } from '../chat/index.js';
import type { ViewerFacts } from './facts.js';

export interface ViewersView {
  /** who typed the line */
  of(line: ChatLine): ViewerFacts;
  /** what is known of a viewer, by id; undefined where nothing is */
  known(id: string): ViewerFacts | undefined;
  /** a viewer who is known or present, by name */
  named(name: string): ViewerFacts | undefined;
  /** whether several viewers are called so, and lately were here */
  isShared(name: string): boolean;
  /** when a viewer wrote last, before the message looked at */
  lastWrote(viewer: string): number | undefined;
}
