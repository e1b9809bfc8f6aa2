import { readRolesTag, type Role, type TagRoles } from '@gully/core/chat';
import { foldNick, viewerKey } from '@gully/core/viewers';
import type { MessageEvent } from 'irc-framework';
import type { RoomSettings } from '@gully/core/connection';

type Speaker = Pick<MessageEvent, 'nick' | 'account' | 'tags'>;
type Settings = Pick<RoomSettings, 'rolesTag' | 'streamer'>;

/**
 * The standing of whoever spoke: roles by channel mode, by the server's tag, and as the
 * configured streamer; months and the day they followed by the tag alone.
 *
 * @param vouched true where the server tells accounts with lines; then only an account
 *   makes the streamer, since anybody may take a nick
 */
export function standingOfSpeaker(
  { nick, account, tags }: Speaker,
  byMode: readonly Role[],
  settings: Settings,
  vouched: boolean,
): TagRoles {
  const byTag = readRolesTag(tags[settings.rolesTag] ?? '');
  const roles = [...byMode, ...byTag.roles];
  const { streamer } = settings;
  if (streamer !== '') {
    const same = vouched
      ? account !== undefined && viewerKey('', account) === viewerKey('', streamer)
      : foldNick(nick) === foldNick(streamer);
    if (same) roles.push('streamer');
  }
  return { ...byTag, roles: [...new Set(roles)] };
}
