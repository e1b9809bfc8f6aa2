import type { ComponentType, ReactNode } from 'react';
import type { ReferenceKind, ThingKind } from '@gully/core/things';
import type { NewsHandlers, ThingQuery } from '../live/index.js';
import type { ThingPlace } from './things.js';

export type Mode = 'prepare' | 'review';

/** A place whose code comes when it is first visited. */
export interface Place {
  /** React Router's: `/prepare/timers/:id?` */
  readonly path: string;
  readonly load: () => Promise<ComponentType>;
}

/** A line of the index. Groups stand in the order in which areas first name them. */
export interface IndexEntry {
  readonly mode: Mode;
  readonly group: string;
  readonly to: string;
  readonly label: string;
  /** further words the palette finds it by */
  readonly words?: readonly string[];
  /** what is counted beside it */
  readonly counts?: ThingQuery;
  /** how the names begin under which this browser keeps what is edited there and not saved */
  readonly drafts?: string;
}

/** Something to be done, for the palette. */
export interface Action {
  readonly label: string;
  /** where it is done */
  readonly to: string;
  readonly words?: readonly string[];
  /** its key */
  readonly hint?: string;
}

/** Something the palette does by itself. */
export interface Act {
  readonly label: string;
  readonly hint?: string;
  readonly words?: readonly string[];
  readonly run: () => void;
}

/** Acts that depend on how things are, shown as the palette shows them. */
export interface ActsProps {
  /** what is looked for */
  readonly search: string;
  readonly show: (act: Act) => ReactNode;
}

/** One thing as the palette offers it. */
export interface Found {
  readonly label: string;
  readonly to: string;
  readonly hint: string;
  readonly words?: readonly string[];
}

/** An area's things, by name, for the palette. */
export interface Finding {
  readonly heading: string;
  readonly query: ThingQuery;
  /** @param things what the query answered with */
  readonly found: (things: readonly never[], prefix: string) => readonly Found[];
}

/** Things that blanks of steps and timers may hold, of one kind. */
export interface Referable {
  readonly kind: ReferenceKind;
  readonly query: ThingQuery;
  /**
   * @param things what the query answered with
   * @returns each with its name, with what it is where blanks take only some kinds of it, and whether one may be chosen
   */
  readonly options: (
    things: readonly never[],
    prefix: string,
  ) => readonly {
    readonly value: string;
    readonly label: string;
    readonly of?: string;
    /** false for one that no blank may hold, whose name is still told */
    readonly offered?: boolean;
  }[];
  /** where the first is made while there are none, and what the way there is called */
  readonly first: { readonly label: string; readonly to: string };
  /** what opens to choose one, where names say too little */
  readonly picker?: () => Promise<ComponentType<PickerProps>>;
}

/** What something that is chosen with more than names is given. */
export interface PickerProps {
  readonly value: string;
  /** which of them, where not all */
  readonly of: readonly string[] | undefined;
  /** a further choice beside what there is */
  readonly otherwise: { readonly value: string; readonly label: string } | undefined;
  readonly onChange: (value: string) => void;
}

/** Things of one kind that bundles carry. */
export interface Bundled {
  readonly kind: ThingKind;
  /** what one is called beside its name */
  readonly word: string;
  readonly query: ThingQuery;
  /**
   * What one is chosen by; its name where this is left out.
   *
   * @param thing of what the query answered with
   * @returns undefined for one that every channel has
   */
  readonly label?: (thing: never, prefix: string) => string | undefined;
}

/** A panel of On air. */
export interface Panel {
  readonly id: string;
  readonly title: string;
  /** how large it is until someone arranges the board, in columns of twelve and rows */
  readonly size: { readonly w: number; readonly h: number };
  /** panels of a lower rank stand before it */
  readonly rank: number;
  readonly load: () => Promise<ComponentType>;
}

/** What an area shows in the top bar, or in the dock. */
export interface FramePart {
  readonly id: string;
  /** parts stand in the order of their ranks */
  readonly rank: number;
  readonly load: () => Promise<ComponentType>;
}

/** How much waits in a mode, beside its name. */
export interface ModeCount {
  readonly mode: Mode;
  readonly id: string;
  readonly load: () => Promise<ComponentType>;
}

/** What an area shows of a viewer on the card that opens at their name in chat. */
export interface CardPart {
  readonly id: string;
  /** parts stand in the order of their ranks */
  readonly rank: number;
  readonly load: () => Promise<ComponentType<{ readonly viewerId: string }>>;
}

/** What an area shows of a viewer on their page. */
export interface ViewerPart extends CardPart {
  readonly title: string;
}

/** All that an area brings to the pages around its own. */
export interface Manifest {
  /** its kinds of things, with all that follows from having them */
  readonly things?: readonly ThingPlace[];
  readonly places?: readonly Place[];
  readonly index?: readonly IndexEntry[];
  readonly actions?: readonly Action[];
  readonly acts?: () => Promise<ComponentType<ActsProps>>;
  readonly finding?: Finding;
  readonly referable?: Referable;
  /** where one of a kind is edited: the address that its id follows */
  readonly opens?: { readonly kind: ReferenceKind; readonly at: string };
  readonly bundled?: readonly Bundled[];
  readonly panels?: readonly Panel[];
  /** what stands in the top bar, before the connection */
  readonly topBar?: readonly FramePart[];
  /** what stands below chat while it lasts */
  readonly dock?: readonly FramePart[];
  /** how much waits, beside the names of modes */
  readonly modeCounts?: readonly ModeCount[];
  readonly cardParts?: readonly CardPart[];
  readonly viewerParts?: readonly ViewerPart[];
  /** what each kind of news changes in what is shown */
  readonly news?: NewsHandlers;
}
