import type { SeasonPlan } from '@gully/core/currency';
import { answerOf, api } from '../api/index.js';
import { settingDrafts, useEditedSetting, type Saved } from '../editing/index.js';
import { draftsOf } from '../ui/index.js';
import { seasonsQuery, type SeasonsNow } from './queries.js';

const seasonDrafts = draftsOf<SeasonPlan>({ kind: 'season', ...settingDrafts((body) => body as SeasonPlan) });

export function useEditedSeason(now: SeasonsNow) {
  return useEditedSetting<SeasonPlan>({
    name: 'the season',
    drafts: seasonDrafts,
    saved: now,
    queryKey: seasonsQuery.queryKey,
    put: async (value, version) =>
      (await answerOf(
        api.PUT('/api/seasons', { body: { value: value as never, version } }),
      )) as Saved<SeasonPlan>,
  });
}
