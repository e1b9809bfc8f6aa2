import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { OUTPUT_TEXT, READY_TEXTS, type OutputBody } from '@gully/core/outputs';
import { textsForNobody } from '@gully/core/routines';
import type { NewsKind } from '@gully/core/news';
import { ChannelWorld } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { Soon } from '../signals/index.js';
import { OutputTextsService } from './output-texts.service.js';
import { Outputs } from './outputs.js';

/** A file is written at most so often, in milliseconds. */
const GATHER_MS = 250;
/** How often texts are looked at for what changes by the clock alone, in milliseconds. */
const CLOCK_MS = 2_000;
/** No text asks for these, and some come with every message. */
const UNHEEDED: ReadonlySet<NewsKind> = new Set(['line', 'removed', 'output', 'stage', 'uses', 'activity']);

/** Keeps the files of texts as the texts are now. */
@Injectable()
export class OutputWriter implements OnApplicationBootstrap, OnModuleDestroy {
  /** what each file holds, by the id of its text */
  private readonly written = new Map<string, { readonly name: string; readonly text: string }>();
  private readonly soon = new Soon(GATHER_MS, () => {
    this.write();
  });
  private ticking: NodeJS.Timeout | undefined;

  constructor(
    private readonly texts: OutputTextsService,
    private readonly outputs: Outputs,
    private readonly world: ChannelWorld,
    news: NewsService,
  ) {
    texts.subscribe(() => {
      this.soon.ask();
    });
    news.subscribe((kind) => {
      if (!UNHEEDED.has(kind)) this.soon.ask();
    });
  }

  onApplicationBootstrap(): void {
    this.ticking = setInterval(() => {
      this.soon.ask();
    }, CLOCK_MS).unref();
    this.soon.ask();
  }

  onModuleDestroy(): void {
    clearInterval(this.ticking);
    this.soon.stop();
  }

  private write(): void {
    const render = textsForNobody(this.world.now(), Date.now());
    const own = this.texts.all();
    const ready = READY_TEXTS.filter(({ name }) => own.every((output) => output.name !== name));
    const all = new Map<string, OutputBody>([
      ...ready.map((output) => [`ready ${output.name}`, output] as const),
      ...own.map((output) => [output.id, output] as const),
    ]);
    for (const [id, { name }] of this.written)
      if (all.get(id)?.name !== name) {
        this.written.delete(id);
        void this.outputs.remove(name);
      }
    for (const [id, { name, text: source }] of all) {
      const text = render(source).slice(0, OUTPUT_TEXT);
      if (this.written.get(id)?.text === text) continue;
      this.written.set(id, { name, text });
      void this.outputs.write(name, text);
    }
  }
}
