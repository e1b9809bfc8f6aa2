import { Global, Module } from '@nestjs/common';
import { ConnectionSettings } from './connection-settings.js';
import { Secrets } from './secrets.js';

/** Global, since which channel this is concerns every area. */
@Global()
@Module({ providers: [ConnectionSettings, Secrets], exports: [ConnectionSettings, Secrets] })
export class ConnectionModule {}
