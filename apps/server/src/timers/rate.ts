import { Injectable } from '@nestjs/common';
import { ASSUMED_RATE, type ChatRate } from '@gully/core/timers';
import { Database } from '../database/index.js';
import { StreamRow } from '../stream/index.js';

const MINUTE = 60_000;
/** Chat is counted in pieces of this length. */
const PIECE_MS = 10 * MINUTE;
const STREAMS = 5;
/** A stream shorter than this says nothing of how busy the room is. */
const LEAST_MS = 20 * MINUTE;
/** For how long a measurement holds. */
const KEPT_MS = 5 * MINUTE;

/** How much viewers write: measured from the last streams. */
@Injectable()
export class ChatRates {
  private measured: { readonly at: number; readonly rate: Promise<ChatRate> } | undefined;

  constructor(private readonly database: Database) {}

  now(): Promise<ChatRate> {
    const now = Date.now();
    if (this.measured === undefined || now - this.measured.at > KEPT_MS)
      this.measured = { at: now, rate: this.measure(now) };
    return this.measured.rate;
  }

  private async measure(now: number): Promise<ChatRate> {
    const { read } = this.database;
    const streams = await read.find(StreamRow, { order: { startedAt: 'DESC' }, take: STREAMS * 4 });
    const long = streams
      .map(({ startedAt, endedAt }) => ({ from: startedAt, to: endedAt ?? now }))
      .filter(({ from, to }) => to - from >= LEAST_MS)
      .slice(0, STREAMS);
    if (long.length === 0) return ASSUMED_RATE;
    const pieces: number[] = [];
    let own = 0;
    for (const { from, to } of long) {
      const whole = Math.floor((to - from) / PIECE_MS);
      const rows = await this.database.long.rows<{ piece: number; viewers: number; own: number }>(
        `SELECT CAST((line.at - ?) / ? AS INTEGER) AS piece,
                sum(line.own = 0 AND line.event IS NULL AND coalesce(viewer.bot, 0) = 0) AS viewers,
                sum(line.own = 1 AND line.brief NOT LIKE 'the timer %') AS own
         FROM chat_lines line LEFT JOIN viewers viewer ON viewer.id = line.viewer_id
         WHERE line.at >= ? AND line.at < ? GROUP BY piece`,
        [from, PIECE_MS, from, from + whole * PIECE_MS],
      );
      // Pieces in which nobody wrote have no row, and count.
      const counts = new Map(rows.map(({ piece, viewers }) => [piece, viewers]));
      for (let piece = 0; piece < whole; piece += 1)
        pieces.push(((counts.get(piece) ?? 0) / PIECE_MS) * MINUTE);
      own += rows.reduce((sum, row) => sum + row.own, 0);
    }
    pieces.sort((a, b) => a - b);
    const usual = pieces.reduce((sum, each) => sum + each, 0) / pieces.length;
    const at = (part: number): number => pieces[Math.floor((pieces.length - 1) * part)] ?? 0;
    const written = usual * pieces.length * (PIECE_MS / MINUTE);
    return {
      usual: rounded(usual),
      quiet: rounded(at(0.1)),
      busy: rounded(at(0.9)),
      replies: written === 0 ? 0 : own / written,
      streams: long.length,
    };
  }
}

function rounded(rate: number): number {
  return Math.round(rate * 10) / 10;
}
