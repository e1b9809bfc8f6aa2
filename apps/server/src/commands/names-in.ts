/** Words that may be meant as viewers: the first few behind a command, and those behind an @ anywhere. */
export function namesIn(text: string, prefix: string): string[] {
  const words = text.trim().split(/\s+/u);
  const behind = text.trimStart().startsWith(prefix) ? words.slice(1, 7) : [];
  const marked = words.filter((word) => word.startsWith('@')).slice(0, 6);
  return [...behind, ...marked]
    .map((word) => word.replace(/^@/u, '').replace(/[,:]$/u, ''))
    .filter((word) => word !== '' && word.length <= 50);
}
