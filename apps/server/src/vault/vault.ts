import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import writeFileAtomic from 'write-file-atomic';

const CIPHER = 'aes-256-gcm';
const KEY_BYTES = 32;
/** As NIST SP 800-38D has it for GCM: 96 bits of nonce, 128 of tag. */
const NONCE_BYTES = 12;
const TAG_BYTES = 16;
const OWNER_ONLY = 0o600;

/**
 * Seals texts with AES-256-GCM. The key is a file of its own beside the database, which only the user
 * who runs Gully may read, so a copy of the database alone reveals nothing.
 */
export class Vault {
  private known: Buffer | undefined;

  /** @param notation how the key is written in its file */
  constructor(
    private readonly file: string,
    private readonly notation: 'base64' | 'hex',
  ) {}

  /** Whether there is a key to seal and open with. */
  state(): 'missing' | 'damaged' | 'ready' {
    if (this.known !== undefined) return 'ready';
    if (!existsSync(this.file)) return 'missing';
    const read = Buffer.from(readFileSync(this.file, 'utf8').trim(), this.notation);
    if (read.length !== KEY_BYTES) return 'damaged';
    this.known = read;
    return 'ready';
  }

  /** Makes a new key, on disk when this returns. Nothing sealed before can be opened with it. */
  makeKey(): void {
    const fresh = randomBytes(KEY_BYTES);
    writeFileAtomic.sync(this.file, fresh.toString(this.notation), { mode: OWNER_ONLY });
    this.known = fresh;
  }

  /**
   * @param about what the text belongs to; it opens only with the same
   * @throws Error without a key
   */
  seal(text: string, about: string): Buffer {
    const nonce = randomBytes(NONCE_BYTES);
    const cipher = createCipheriv(CIPHER, this.key(), nonce).setAAD(Buffer.from(about));
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
  }

  /** @returns undefined for what was sealed with another key or for something else, or is damaged */
  open(sealed: Buffer, about: string): string | undefined {
    const nonce = sealed.subarray(0, NONCE_BYTES);
    const tag = sealed.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES);
    try {
      const opening = createDecipheriv(CIPHER, this.key(), nonce).setAAD(Buffer.from(about)).setAuthTag(tag);
      const text = sealed.subarray(NONCE_BYTES + TAG_BYTES);
      return Buffer.concat([opening.update(text), opening.final()]).toString('utf8');
    } catch {
      return undefined;
    }
  }

  private key(): Buffer {
    if (this.state() !== 'ready' || this.known === undefined)
      throw new Error(`there is no usable key in ${this.file}`);
    return this.known;
  }
}
