// @ts-check
/** Ends the program with a clear message where Node is too old. Written so that old versions can read it. */
export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  console.error(
    `Gully needs Node 20.19 or later; this is ${process.versions.node}. Install a later one from nodejs.org and try again.`,
  );
  process.exit(1);
}
