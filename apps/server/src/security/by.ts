import { createParamDecorator } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';

/** Whoever asks. The control room is the streamer's alone as yet. */
export const By = createParamDecorator((): Actor => 'streamer');
