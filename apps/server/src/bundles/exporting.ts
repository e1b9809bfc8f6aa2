import { Injectable } from '@nestjs/common';
import { BUNDLE_FORMAT, BUNDLE_VERSION, THINGS, type Bundle, type ItemKind } from '@gully/core/bundles';
import type { Reference, ThingKind } from '@gully/core/things';
import { BundleFiles } from './bundle-files.js';
import { AllThings, References, type AnyBody, type Head } from '../things/index.js';

/** What of the channel goes into a bundle, by id. */
export type Chosen = Readonly<Partial<Record<ItemKind, readonly string[]>>>;

/** Makes bundles: what was chosen, and what that refers to, with names in place of ids. */
@Injectable()
export class Exporting {
  constructor(
    private readonly things: AllThings,
    private readonly references: References,
    private readonly files: BundleFiles,
  ) {}

  async export(
    chosen: Chosen,
    about: Pick<Bundle, 'title' | 'author' | 'note' | 'questions'>,
  ): Promise<Bundle> {
    const found = this.withReferred(chosen);
    const items = this.things
      .inOrder()
      .map(({ kind, shape }) => [
        shape.many,
        [...(found.get(kind)?.values() ?? [])]
          .map((stored) => this.body(kind, stored))
          .sort((a, b) => shape.nameOf(a).localeCompare(shape.nameOf(b))),
      ]);
    const bodies = Object.fromEntries(items) as Pick<Bundle, ItemKind>;
    return {
      format: BUNDLE_FORMAT,
      version: BUNDLE_VERSION,
      ...about,
      ...bodies,
      files: await this.files.contentOf(bodies.media),
    };
  }

  /** A thing as a bundle has it, for setting it beside one. */
  body(kind: ThingKind, stored: Head): AnyBody {
    const things = this.things.of(kind);
    const { shape } = things;
    // Webhooks go by their names as it is.
    const nameOf = (reference: Reference): string =>
      reference.to === 'webhook' ? reference.id : (this.references.nameOf(reference) ?? '');
    return shape.portable(shape.withReferences(things.bodyOf(stored), nameOf));
  }

  /** What was chosen and all that refers to, each once. */
  private withReferred(chosen: Chosen): Map<ThingKind, Map<string, Head>> {
    const found = new Map<ThingKind, Map<string, Head>>();
    const open = Object.values(THINGS).flatMap(({ one, many }) =>
      (chosen[many] ?? []).map((id): Reference => ({ to: one, id })),
    );
    for (let next = open.pop(); next !== undefined; next = open.pop()) {
      const { to, id } = next;
      if (to === 'webhook' || found.get(to)?.has(id) === true) continue;
      const things = this.things.of(to);
      if (things.isGiven(id)) continue;
      const stored = things.find(id);
      if (stored === undefined) continue;
      const ofKind = found.get(to) ?? new Map<string, Head>();
      found.set(to, ofKind.set(id, stored));
      // What stays on its channel brings nothing along.
      const { shape } = things;
      open.push(...shape.referencesOf(shape.portable(things.bodyOf(stored))));
    }
    return found;
  }
}
