import type { CommandBody } from '@gully/core/commands';
import type { GameBody } from '@gully/core/games';
import type { OverlayBody } from '@gully/core/overlays';
import type { RewardBody } from '@gully/core/rewards';
import type { NamedRoutineBody } from '@gully/core/routines';
import type { TimerBody } from '@gully/core/timers';
import createClient from 'openapi-fetch';
import type { components, paths } from './schema.js';

/** Calls to the server, typed from its own description. */
export const api = createClient<paths>({ baseUrl: '/' });

type Schemas = components['schemas'];
export type { CommandBody, NamedRoutineBody };
export type NamedRoutine = NamedRoutineBody & Omit<Schemas['NamedRoutineDto'], keyof NamedRoutineBody>;
export type Command = CommandBody & Omit<Schemas['CommandDto'], keyof CommandBody>;
export type ChatLine = Schemas['LineDto'];
export type LineSort = Schemas['LineSort'];
export type Why = Schemas['WhyDto'];
export type Connection = Schemas['ConnectionDto'];
export type Activity = Schemas['ActivityDto'];
export type Viewer = Schemas['ViewerDto'];
export type Rehearsed = Schemas['RehearsedDto'];
export type Channel = Schemas['ChannelDto'];
export type Crowd = Schemas['CrowdDto'];
export type Role = Schemas['Role'];
export type Stream = Schemas['StreamDto'];
export type Counter = Schemas['CounterDto'];
export type SavedPersona = Schemas['Persona'];
export type Forced = Schemas['Forced'];
export type RememberedWord = Schemas['WordDto'];
export type BoardState = Schemas['BoardDto'];
export type RoomState = Schemas['RoomDto'];
export type RoomWish = Schemas['RoomWishDto'];
export type SeveralAsked = Schemas['SeveralDto'];
export type Several = SeveralAsked['change'];
export type ViewerPage = Schemas['ViewerPageDto'];
export type ViewerSort = Schemas['ViewerSort'];
export type Mark = Schemas['Mark'];
export type List = Schemas['ListDto'];
export type { TimerBody };
export type Timer = TimerBody & Omit<Schemas['TimerDto'], keyof TimerBody>;
export type TimersStanding = Schemas['StandingDto'];
export type Run = Schemas['RunDto'];
export type User = Schemas['UserDto'];
export type Delivery = Schemas['DeliveryDto'];
export type Webhook = Schemas['WebhookDto'];
export type BundleLook = Schemas['LookDto'];
export type Catch = Schemas['CatchDto'];
export type CatchLabel = Schemas['CatchLabel'];
export type CatchException = Schemas['ExceptionDto'];
export type LedgerEntry = Schemas['EntryDto'];
export type BalanceFileLook = Schemas['BalanceFileLookDto'];
export type Economy = Schemas['EconomyDto'];
export type PlacedViewer = Schemas['PlacedDto'];
export type Posting = Schemas['PostingDto'];
export type Reversal = Schemas['ReversalDto'];
export type GuardStanding = Schemas['GuardStandingDto'];
export type Queue = Schemas['QueueDto'];
export type Reward = RewardBody & Omit<Schemas['RewardDto'], keyof RewardBody>;
export type Game = GameBody & Omit<Schemas['GameDto'], keyof GameBody>;
export type RunningGame = Schemas['RunningDto'];
export type GameRound = Schemas['RoundDto'];
export type PlayedGame = Schemas['PlayedDto'];
export type AsPlayed = Schemas['AsPlayedDto'];
export type RewardHelp = Schemas['RewardHelpDto'];
export type Redemption = Schemas['RedemptionDto'];
export type RedemptionAct = Schemas['RedemptionAct'];
export type Media = Schemas['MediaDto'];
export type Output = Schemas['OutputDto'];
export type Overlay = OverlayBody & Omit<Schemas['OverlayDto'], keyof OverlayBody>;
export type StageState = Schemas['StageDto'];
export type StageAlert = Schemas['StageAlertDto'];
export type OverlayWatcher = Schemas['PageDto'];
export type GameHandle = Schemas['HandleDto'];
export type QueueStanding = Schemas['QueueStandingDto'];
export type Queued = Schemas['QueuedDto'];
export type QueuesStanding = Schemas['QueuesStandingDto'];
export type PastQueued = Schemas['PastEntryDto'];
export type QueueSummary = Schemas['SummaryDto'];
export type QueueAct = Schemas['ActDto'];
export type PhraseGroup = Schemas['PhraseGroupDto'];
export type WordList = Schemas['WordListDto'];
export type CsvPreview = Schemas['CsvPreviewDto'];

/** A command as it is sent: the same, but for lists that nobody promises not to change. */
export function asSent(body: CommandBody): Schemas['CommandBodyDto'] {
  return body as unknown as Schemas['CommandBodyDto'];
}
export function routineAsSent(body: NamedRoutineBody): Schemas['NamedRoutineBodyDto'] {
  return body as unknown as Schemas['NamedRoutineBodyDto'];
}

export function overlayAsSent(body: OverlayBody): Schemas['OverlayBodyDto'] {
  return body as unknown as Schemas['OverlayBodyDto'];
}

export function gameAsSent(body: GameBody): Schemas['GameBodyDto'] {
  return body as unknown as Schemas['GameBodyDto'];
}

export function rewardAsSent(body: RewardBody): Schemas['RewardBodyDto'] {
  return body as unknown as Schemas['RewardBodyDto'];
}

export function timerAsSent(body: TimerBody): Schemas['TimerBodyDto'] {
  return body as unknown as Schemas['TimerBodyDto'];
}

/** What the server says of a command or a routine, with the steps as core knows them. */
export function commandFrom(answer: Schemas['CommandDto']): Command {
  return answer as unknown as Command;
}
export function routineFrom(answer: Schemas['NamedRoutineDto']): NamedRoutine {
  return answer as unknown as NamedRoutine;
}
