import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable } from '@nestjs/common';
import { Environment } from '../configuration/index.js';

const CIPHER = 'aes-256-gcm';
const KEY_BYTES = 32;
/** As NIST SP 800-38D has it for GCM: 96 bits of nonce, 128 of tag. */
const NONCE_BYTES = 12;
const TAG_BYTES = 16;
const OWNER_ONLY = 0o600;

/**
 * Keeps secrets unreadable in the database: encrypted with a key that is a file of its own
 * beside it, readable by its owner alone. A copy of the database without the key tells none of them.
 */
@Injectable()
export class Secrets {
  constructor(private readonly environment: Environment) {}

  /** @param of what it is, so that one cannot be put in place of another */
  seal(secret: string, of: string): string {
    const nonce = randomBytes(NONCE_BYTES);
    const cipher = createCipheriv(CIPHER, this.key(true), nonce).setAAD(Buffer.from(of));
    const sealed = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64');
  }

  /** @returns undefined when it was sealed with another key, or as something else */
  open(sealed: string, of: string): string | undefined {
    const whole = Buffer.from(sealed, 'base64');
    try {
      const nonce = whole.subarray(0, NONCE_BYTES);
      const decipher = createDecipheriv(CIPHER, this.key(false), nonce).setAAD(Buffer.from(of));
      decipher.setAuthTag(whole.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES));
      const rest = whole.subarray(NONCE_BYTES + TAG_BYTES);
      return Buffer.concat([decipher.update(rest), decipher.final()]).toString('utf8');
    } catch {
      return undefined;
    }
  }

  private key(make: boolean): Buffer {
    const path = join(this.environment.GULLY_DATA_DIR, 'secret.key');
    const kept = existsSync(path) ? Buffer.from(readFileSync(path, 'utf8'), 'base64') : undefined;
    // One that was cut short opens nothing, so nothing is lost by another.
    if (kept?.length === KEY_BYTES || !make) return kept ?? Buffer.alloc(0);
    const fresh = randomBytes(KEY_BYTES);
    writeFileSync(`${path}.new`, fresh.toString('base64'), { mode: OWNER_ONLY });
    renameSync(`${path}.new`, path);
    return fresh;
  }
}
