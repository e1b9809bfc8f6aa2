import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { lineSaying, LINES_LIMIT } from '@gully/core/lists';
import { Performers, type EffectOf } from '../live/index.js';
import { Problem } from '../problem/index.js';
import { ListsService } from './lists.service.js';

/** Lines that steps add to lists and take out of them, each a change of the list like any other. */
@Injectable()
export class ListLines {
  constructor(
    private readonly lists: ListsService,
    performers: Performers,
  ) {
    performers.add('line', (effect, { viewer }) =>
      this.change(effect, viewer === undefined ? 'gully' : `viewer:${viewer}`),
    );
  }

  /** @returns why it could not be, or undefined */
  private async change(
    { does, list: id, of, place, text }: EffectOf<'line'>,
    actor: Actor,
  ): Promise<string | undefined> {
    try {
      await this.lists.changeLines(
        id,
        (list) => {
          if (does === 'add') return this.added(list, text);
          // Someone may have changed the list since the step looked at it.
          const now = list.line(place) === text ? place : lineSaying(list, text);
          if (now === undefined) throw new Failed(`someone took that line out of ${of} meanwhile`);
          const verb = `line ${String(now + 1)} removed`;
          return { lines: list.lines.filter((_, at) => at !== now), verb };
        },
        actor,
      );
      return undefined;
    } catch (error) {
      if (error instanceof Failed) return error.message;
      if (error instanceof Problem) return `${error.title}. ${error.detail}`;
      throw error;
    }
  }

  private added(list: Parameters<Parameters<ListsService['changeLines']>[1]>[0], text: string) {
    if (lineSaying(list, text) !== undefined) throw new Failed(`${list.name} has that line already`);
    if (list.size >= LINES_LIMIT) throw new Failed(`${list.name} has as many lines as a list may`);
    return { lines: [...list.lines, text], verb: `line ${String(list.size + 1)} added` };
  }
}

/** Why a line was not changed, in words for the run. */
class Failed extends Error {}
