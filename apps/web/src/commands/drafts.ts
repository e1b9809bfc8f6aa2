import { draftsOf } from '../ui/index.js';
import type { CommandBody } from '../api/index.js';
import { blankBody, changedParts } from './parts.js';

/** Commands that are edited and not saved. */
export const drafts = draftsOf<CommandBody>({
  kind: 'command.2',
  blank: blankBody,
  whole: (body) => {
    const blank = blankBody();
    return { ...blank, ...body, routine: { ...blank.routine, ...body.routine } };
  },
  differ: (a, b) => changedParts(a, b).length > 0,
});
