import { join } from 'node:path';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Environment } from '../configuration/index.js';
import { Vault } from '../vault/index.js';

const KEY_FILE = 'private-answers.key';

/** Seals what buyers say in private, each answer bound to its purchase and its name. */
@Injectable()
export class AnswerVault extends Vault implements OnModuleInit {
  constructor(@Inject(Environment) { GULLY_DATA_DIR }: Pick<Environment, 'GULLY_DATA_DIR'>) {
    super(join(GULLY_DATA_DIR, KEY_FILE), 'hex');
  }

  /**
   * Makes the key at the first start.
   *
   * @throws Error if the key is damaged: no one can ask hundreds of buyers again, so a backup may be worth
   *   looking for before anything new is sealed
   */
  onModuleInit(): void {
    const state = this.state();
    if (state === 'damaged')
      throw new Error(
        `${KEY_FILE} in the data folder is damaged: restore it from a backup, or remove it to begin with a new one; what buyers answered in private before stays unreadable then`,
      );
    if (state === 'missing') this.makeKey();
  }
}
