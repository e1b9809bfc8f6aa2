import type { World } from '@gully/core/pipeline';
import type { CommandsStore } from '../commands/index.js';
import type { Environment } from '../configuration/index.js';

/** Viewer ids are ULIDs, so this cannot be one. */
export const SELF = 'self';

/** The channel's name as people say it: without IRC's mark. */
export function channelName(environment: Environment): string {
  return environment.GULLY_IRC_CHANNEL.replace(/^[#&]+/u, '');
}

/** The channel as it is now, as the stages look at it. */
export function channelWorld(environment: Environment, commands: CommandsStore): World {
  return {
    self: SELF,
    channelName: channelName(environment),
    index: commands.index,
    use: (commandId, viewer) => commands.use(commandId, viewer),
  };
}
