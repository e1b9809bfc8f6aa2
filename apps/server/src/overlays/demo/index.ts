import { EMPTY_STAGE, STAGE_RULES, type StagesView } from '@gully/core/stage';
import { shippedMedia } from '../../media/index.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { OverlayRow } from '../rows.js';
import { DEMO_OVERLAY, OVERLAY_ID } from './overlay.js';

const MEDIA = shippedMedia();

/** Past evenings had a stage that nobody looks at again: what was shown on it is over. */
const STAGES: StagesView = {
  all: () => [
    { overlay: OVERLAY_ID, name: DEMO_OVERLAY.name, rules: STAGE_RULES, seen: true, stage: EMPTY_STAGE },
  ],
  media: (id) => MEDIA.find((media) => media.id === id),
};

/** The demo’s overlay. */
export const overlaysPart: MakeDemoPart = ({ begin }) => ({
  look: () => ({ stages: STAGES }),
  records: { stage: () => undefined },
  async store(manager) {
    const { name } = DEMO_OVERLAY;
    const row = { id: OVERLAY_ID, name, version: 1, changedAt: begin, deletedAt: null };
    await manager.insert(OverlayRow, { ...row, body: JSON.stringify(DEMO_OVERLAY) });
    await writeVersion(manager, 'overlay', row, DEMO_OVERLAY, 'streamer');
  },
});
