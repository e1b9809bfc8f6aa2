import { Injectable } from '@nestjs/common';
import { BLANK_OUTPUT, outputFaults, OUTPUTS_LIMIT } from '@gully/core/outputs';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { OutputRow } from './rows.js';
import { OutputBodyDto } from './views.js';

export type StoredOutput = Bodied<'output'>;

/** Makes, changes, removes and puts back texts that are kept up to date in files. */
@Injectable()
export class OutputTextsService extends Things<'output', StoredOutput> {
  constructor(parts: ThingParts) {
    super(parts, {
      ...bodied('output', parts, OutputRow, BLANK_OUTPUT),
      most: OUTPUTS_LIMIT,
      bodyShape: OutputBodyDto,
      faultsOf: (output, { others }) => outputFaults(output, others()),
      inForce: (world) => world,
    });
  }
}
