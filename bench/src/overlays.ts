import { STEP_KINDS } from '@gully/core/channel';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { BLANK_OVERLAY, newPiece, type Piece } from '@gully/core/overlays';
import { routineOf } from '@gully/core/routines';
import type { Browser, Page } from '@playwright/test';
import { end, startGully } from './program.js';
import { tellRatio } from './ratios.js';

const ALERTS = 100;
const WARM = 20;
/** Alerts before the page's memory is looked at, and between that and looking again. */
const MANY = 1_000;
const FRAMES_MS = 6_000;
const AIM = { firstFrame: 150, frame: 20, growth: 0.1 };

/**
 * The page of an overlay in a real browser: how long an alert takes from the request to its first frame
 * beside a request that does nothing, how frames fare with three pieces moving beside an empty page,
 * and whether the page's memory grows with a thousand alerts.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-overlays-'));
  const { child, address } = await startGully(folder, 1);
  const gully = new Asking(address);
  const browser = await launch();
  const overlay = await gully.overlay();
  const page = await (await browser.newContext({ viewport: { width: 1_920, height: 1_080 } })).newPage();
  await page.addInitScript(noteFrames);
  await page.goto(address + overlay.path);
  await page.locator('[data-piece="goal"]').waitFor();

  const [shown, idle]: [number[], number[]] = [[], []];
  for (let n = 0; n < ALERTS + WARM; n += 1) {
    const begun = Date.now();
    await gully.raise(overlay.id, `alert ${String(n)}.`);
    const at = await page
      .waitForFunction(frameOf, `alert ${String(n)}.`, { polling: 4 })
      .then((handle) => handle.jsonValue());
    await gully.clear(overlay.id);
    // What is going takes its third of a second.
    await pause(400);
    const asked = Date.now();
    await gully.nothing();
    if (n < WARM) continue;
    shown.push(Number(at) - begun);
    idle.push(Date.now() - asked);
  }
  tellRatio(
    'overlays: first frame of an alert, of a request that does nothing',
    at(shown, 0.5) / Math.max(1, at(idle, 0.5)),
    'lower',
  );
  tell('first frame of an alert', at(shown, 0.95), AIM.firstFrame);

  const empty = await browser.newPage();
  await empty.goto(`${address}/overlay/none`);
  const bare = await framesOf(empty);
  const moving = framesOf(page);
  for (let n = 0; n < FRAMES_MS / 500; n += 1) {
    await gully.raise(overlay.id, `moving ${String(n)}`);
    await gully.count(n * 80);
    await pause(500);
  }
  const frames = await moving;
  tellRatio(
    'overlays: frames with three pieces moving, of an empty page',
    at(frames, 0.95) / at(bare, 0.95),
    'lower',
  );
  tell('frames with three pieces moving', at(frames, 0.95), AIM.frame);

  await many(gully, overlay.id);
  const before = await heapOf(page);
  await many(gully, overlay.id);
  const growth = (await heapOf(page)) / before - 1;
  process.stdout.write(
    `The page's memory after another ${MANY.toLocaleString('en')} alerts: ${(growth * 100).toFixed(1)} % more (aim: within ${String(AIM.growth * 100)} %, ${growth <= AIM.growth ? 'met' : 'missed'})\n`,
  );
  await browser.close();
  await end(child);
  rmSync(folder, { recursive: true });
}

/** What is asked of the server. */
class Asking {
  constructor(private readonly address: string) {}

  async overlay(): Promise<{ id: string; path: string }> {
    const piece = (kind: string, part: Partial<Piece>): Piece => ({
      ...newPiece(kind, kind, BLANK_OVERLAY),
      entrance: 'slide',
      ...part,
    });
    const pieces = [
      piece('goal', { x: 900, y: 20, settings: { counter: 'depth', goal: 1_000, label: 'To the lake' } }),
      piece('counter', { x: 20, y: 20, settings: { counter: 'depth', label: 'down' } }),
      piece('stage', { settings: { most: 200, fresh: 3_600, gap: 0 } }),
    ];
    const { id } = await this.send<{ id: string }>('POST', 'overlays', {
      ...BLANK_OVERLAY,
      name: 'Below',
      pieces,
    });
    const { path } = await this.send<{ path: string }>('GET', `overlays/${id}/address`);
    return { id, path };
  }

  async raise(overlay: string, text: string): Promise<void> {
    const shown = { ...STEP_KINDS.show.blank('s'), what: 'text' as const, text, overlay, seconds: 60 };
    await this.send('POST', 'overlays/test', { title: 'bench', as: '', routine: routineOf([shown]) });
  }

  async clear(overlay: string): Promise<void> {
    await this.send('POST', `overlays/${overlay}/stage`, { does: 'clear' });
  }

  async count(value: number): Promise<void> {
    await this.send('PUT', 'counters/depth', { value });
  }

  async nothing(): Promise<void> {
    await this.send('GET', 'channel');
  }

  private async send<T>(method: string, path: string, body?: object): Promise<T> {
    const answer = await fetch(`${this.address}/api/${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${path}: ${String(answer.status)} ${await answer.text()}`);
    return (answer.status === 204 ? undefined : await answer.json()) as T;
  }
}

async function many(gully: Asking, overlay: string): Promise<void> {
  for (let n = 0; n < MANY; n += 1) {
    await gully.raise(overlay, `one of many, ${String(n)}`);
    await gully.clear(overlay);
    // The server takes so many requests in ten seconds, and no more.
    await pause(10);
  }
}

/** Notes when each alert was first drawn; runs in the page. */
function noteFrames(): void {
  const seen: [string, number][] = [];
  Object.assign(globalThis, { seen });
  let last: string | undefined;
  document.addEventListener('DOMContentLoaded', () => {
    new MutationObserver(() => {
      const text = document.querySelector('[data-alert]')?.textContent ?? undefined;
      if (text !== undefined && text !== last)
        requestAnimationFrame(() => {
          seen.push([text, Date.now()]);
          if (seen.length > 10) seen.shift();
        });
      last = text;
    }).observe(document, { childList: true, subtree: true, characterData: true });
  });
}

/** When an alert was first drawn; runs in the page. */
function frameOf(text: string): number | undefined {
  const { seen } = globalThis as unknown as { seen: [string, number][] };
  return seen.find(([each]) => each.startsWith(text))?.[1];
}

/** How long each frame of a page takes, in milliseconds. */
function framesOf(page: Page): Promise<number[]> {
  return page.evaluate(
    (ms) =>
      new Promise<number[]>((done) => {
        const times: number[] = [];
        let last = performance.now();
        const ends = last + ms;
        const next = (now: number): void => {
          times.push(now - last);
          last = now;
          if (now < ends) requestAnimationFrame(next);
          else done(times.slice(5));
        };
        requestAnimationFrame(next);
      }),
    FRAMES_MS,
  );
}

async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send('HeapProfiler.collectGarbage');
  const { usedSize } = await session.send('Runtime.getHeapUsage');
  await session.detach();
  return usedSize;
}

/** Neither can be built in: the browser's driver is large, and where the browser is, a script knows. */
async function launch(): Promise<Browser> {
  const [driver, script] = ['@playwright/test', new URL('../../scripts/chromium.mjs', import.meta.url).href];
  const { chromium } = (await import(driver)) as typeof import('@playwright/test');
  const { chromium: find } = (await import(script)) as { chromium: () => Promise<string> };
  return chromium.launch({
    executablePath: await find(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
}

function at(times: readonly number[], share: number): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length * share)] ?? 0;
}
function tell(what: string, p95: number, aim: number): void {
  process.stdout.write(
    `${what}: p95 ${p95.toFixed(1)} ms (aim: under ${String(aim)}, ${p95 < aim ? 'met' : 'missed'})\n`,
  );
}

await main();
