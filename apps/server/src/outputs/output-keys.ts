import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { Database } from '../database/index.js';

/** Bytes of chance in the key of a file. */
const KEY_BYTES = 18;

/** The key each file is read with over HTTP, made when it is first asked for. */
@Injectable()
export class OutputKeys {
  constructor(private readonly database: Database) {}

  async keyOf(name: string): Promise<string> {
    const known = await this.find(name);
    if (known !== undefined) return known;
    const key = randomBytes(KEY_BYTES).toString('base64url');
    await this.database.write((manager) =>
      manager.query('INSERT OR IGNORE INTO output_keys (name, key, changed_at) VALUES (?, ?, ?)', [
        name,
        key,
        Date.now(),
      ]),
    );
    return (await this.find(name)) ?? key;
  }

  /** Whether a key opens a file; it takes as long for a file that has none. */
  async opens(name: string, key: string): Promise<boolean> {
    const own = await this.find(name);
    const same = timingSafeEqual(digest(own ?? ''), digest(key));
    return own !== undefined && same;
  }

  private async find(name: string): Promise<string | undefined> {
    const [row] = await this.database.read.query<{ key: string }[]>(
      'SELECT key FROM output_keys WHERE name = ?',
      [name],
    );
    return row?.key;
  }
}

function digest(text: string): Buffer {
  return createHash('sha256').update(text).digest();
}
