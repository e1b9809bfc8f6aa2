import { Injectable } from '@nestjs/common';
import { BLANK_OUTPUT, outputFaults, OUTPUTS_LIMIT, type OutputBody } from '@gully/core/outputs';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { OutputRow } from './rows.js';
import { OutputBodyDto } from './views.js';

export type StoredOutput = Bodied<'output'>;

/** Makes, changes, removes and puts back texts that are kept up to date in files. */
@Injectable()
export class OutputTextsService extends BodyThings<'output'> {
  protected readonly most = OUTPUTS_LIMIT;
  protected readonly bodyShape = OutputBodyDto;
  private follower: () => void = () => undefined;

  constructor(parts: ThingParts) {
    super('output', parts, OutputRow, BLANK_OUTPUT);
  }

  /** @param follower is told whenever one of them changed */
  subscribe(follower: () => void): void {
    this.follower = follower;
  }

  inForce(world: World, _id: string, _body: OutputBody): World {
    return world;
  }

  protected override put(outputs: readonly StoredOutput[]): void {
    super.put(outputs);
    this.follower();
  }

  protected faultsOf(output: StoredOutput, together: readonly StoredOutput[]): Faults {
    return outputFaults(output, this.othersOf(output, together));
  }
}
