import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Environment } from '../configuration/index.js';

/** Beside the database, so that a copy of that alone reveals nothing. */
const KEY_FILE = 'private-answers.key';
const KEY_BYTES = 32;
const NONCE_BYTES = 12;
const TAG_BYTES = 16;
const CIPHER = 'aes-256-gcm';

/** Seals what buyers say in private (AES-256-GCM), each answer bound to its purchase and its name. */
@Injectable()
export class AnswerVault implements OnModuleInit {
  private key: Buffer | undefined;

  constructor(@Inject(Environment) private readonly environment: Pick<Environment, 'GULLY_DATA_DIR'>) {}

  /** Makes the key at the first start. @throws Error for one that is no key: nothing would open what was sealed */
  onModuleInit(): void {
    const path = join(this.environment.GULLY_DATA_DIR, KEY_FILE);
    if (!existsSync(path)) makeKey(path);
    const key = Buffer.from(readFileSync(path, 'utf8').trim(), 'hex');
    if (key.length !== KEY_BYTES)
      throw new Error(
        `${KEY_FILE} in the data folder is damaged: restore it from a backup, or remove it to begin with a new one; what buyers answered in private before stays unreadable then`,
      );
    this.key = key;
  }

  /** @param about what the answer belongs to; opened only with the same */
  seal(text: string, about: string): Buffer {
    const nonce = randomBytes(NONCE_BYTES);
    const cipher = createCipheriv(CIPHER, this.keyNow(), nonce).setAAD(Buffer.from(about));
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
  }

  /** @returns undefined for what was sealed with another key, for something else, or is damaged */
  open(sealed: Buffer, about: string): string | undefined {
    const nonce = sealed.subarray(0, NONCE_BYTES);
    const tag = sealed.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES);
    try {
      const opening = createDecipheriv(CIPHER, this.keyNow(), nonce)
        .setAAD(Buffer.from(about))
        .setAuthTag(tag);
      const text = sealed.subarray(NONCE_BYTES + TAG_BYTES);
      return Buffer.concat([opening.update(text), opening.final()]).toString('utf8');
    } catch {
      return undefined;
    }
  }

  private keyNow(): Buffer {
    if (this.key === undefined) throw new Error('private answers are asked for before the start');
    return this.key;
  }
}

/** Whole or not at all: under another name first. */
function makeKey(path: string): void {
  const beside = `${path}.new`;
  writeFileSync(beside, randomBytes(KEY_BYTES).toString('hex'), { mode: 0o600, flush: true });
  renameSync(beside, path);
}
