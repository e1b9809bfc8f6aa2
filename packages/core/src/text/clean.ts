/**
 * What must never leave for chat. A line end would start a new protocol line, so a
 * viewer could make the bot send commands to the server; other control characters
 * colour, hide or reverse text; a leading `/` or `.` is a command on many platforms.
 */

/* eslint-disable-next-line no-control-regex -- control characters are what this is about */
const CONTROLS = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/gu;
/** Bidirectional overrides and isolates, invisible and able to make text read backwards. */
const DIRECTION = /[\u202a-\u202e\u2066-\u2069]/gu;
/** A leading `/` or `.`, behind any spaces and invisible format characters. */
const COMMAND_LEAD = /^[\s\p{Cf}]*[/.][/.\s\p{Cf}]*/u;

/** Replaces each run of control characters (CR and LF among them) by one space and drops direction overrides. */
export function stripControls(text: string): string {
  return text.replace(CONTROLS, ' ').replace(DIRECTION, '');
}

/** Takes away what a platform would read as the start of a chat command: leading `/` and `.`. */
export function stripCommandLead(text: string): string {
  return text.replace(COMMAND_LEAD, '');
}
