/** A pattern for LIKE ... ESCAPE '\' that is met by whatever has the text in it. */
export function likePart(text: string): string {
  return `%${text.replace(/[\\%_]/gu, String.raw`\$&`)}%`;
}
