import { Controller, HttpCode, Post, Req } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import type { Request } from 'express';
import { Environment } from '../configuration/index.js';
import { Problem } from '../problem/index.js';
import { CloudEvent } from './cloud-event.js';
import { EventsService, type EventReceipt } from './events.service.js';
import { signatureFault } from './signature.js';

/** Where whatever can post JSON tells what happens on the channel; see docs/formats/events.md. */
@ApiExcludeController()
@Controller('events')
export class EventsController {
  constructor(
    private readonly environment: Environment,
    private readonly events: EventsService,
  ) {}

  @Post()
  @HttpCode(202)
  async take(@Req() request: Request): Promise<{ receipt: EventReceipt }> {
    const secret = this.environment.GULLY_EVENTS_SECRET;
    if (secret === undefined)
      throw new Problem(503, 'Events are not taken', 'Set GULLY_EVENTS_SECRET, and sign them with it.');
    const body: unknown = request.body;
    const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
    const fault = signatureFault(secret, request.headers, bytes);
    if (fault !== undefined) throw new Problem(401, 'The event is not taken', `${fault}.`);
    return { receipt: await this.events.take(readEvent(bytes)) };
  }
}

function readEvent(bytes: Buffer): CloudEvent {
  let given: unknown;
  try {
    given = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw new Problem(400, 'The event cannot be read', 'It is not valid JSON. Nothing was done.');
  }
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    throw new Problem(400, 'The event cannot be read', 'It is not a JSON object. Nothing was done.');
  const event = plainToInstance(CloudEvent, given);
  const faults = validateSync(event, { whitelist: true });
  if (faults.length > 0)
    throw new Problem(
      422,
      'The event cannot be used',
      `${faults.flatMap(inWords).join('; ')}. Nothing was done.`,
    );
  return event;
}

function inWords({ constraints, children }: ValidationError): string[] {
  return [...Object.values(constraints ?? {}), ...(children ?? []).flatMap(inWords)];
}
