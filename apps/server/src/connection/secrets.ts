import { join } from 'node:path';
import { Injectable } from '@nestjs/common';
import { Environment } from '../configuration/index.js';
import { Vault } from '../vault/index.js';

/** Keeps passwords and tokens unreadable in the database. */
@Injectable()
export class Secrets {
  private readonly vault: Vault;

  constructor({ GULLY_DATA_DIR }: Environment) {
    this.vault = new Vault(join(GULLY_DATA_DIR, 'secret.key'), 'base64');
  }

  /** @param of what it is, so that one cannot be put in place of another */
  seal(secret: string, of: string): string {
    // Without a usable key nothing sealed before opens anyway, and a password is soon typed again.
    if (this.vault.state() !== 'ready') this.vault.makeKey();
    return this.vault.seal(secret, of).toString('base64');
  }

  /** @returns undefined when it was sealed with another key, or as something else */
  open(sealed: string, of: string): string | undefined {
    return this.vault.open(Buffer.from(sealed, 'base64'), of);
  }
}
