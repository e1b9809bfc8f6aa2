/** Sources name their neighbours by the file that will be built (`./x.js`); tests run on the source itself. */
module.exports = (request, options) => {
  const own = /^\.{1,2}\/.*\.js$/.test(request) && !options.basedir.includes('node_modules');
  if (own) {
    try {
      return options.defaultResolver(request.replace(/\.js$/, '.ts'), options);
    } catch {
      // A real .js file after all.
    }
  }
  return options.defaultResolver(request, options);
};
