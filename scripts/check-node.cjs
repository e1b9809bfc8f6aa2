// Loaded before each script, and written so that old versions of Node can read it too.
(function () {
  var version = process.versions.node.split('.').map(Number);
  if (version[0] > 20 || (version[0] === 20 && version[1] >= 19)) return;
  console.error(
    'Gully needs Node 20.19 or later; this is ' +
      process.versions.node +
      '. Install a later one from nodejs.org and try again.',
  );
  process.exit(1);
})();
