const { dirname, join } = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

const statistics = dirname(dirname(require.resolve('simple-statistics')));

config.resolver.resolveRequest = (context, name, platform) => {
  // zod's entry names its error texts in some forty languages; the schemas speak for themselves.
  if (/\/zod\//.test(context.originModulePath) && /locales\/index\.(js|cjs)$/.test(name)) return { type: 'empty' };
  // Babel takes its functions one by one; the package names only all of them at once.
  if (name.startsWith('simple-statistics/src/')) {
    return { type: 'sourceFile', filePath: join(statistics, name.slice('simple-statistics/'.length)) };
  }
  return context.resolveRequest(context, name, platform);
};

// A module is evaluated when it is first used: a page does not wait for the code of others.
config.transformer.getTransformOptions = async () => ({
  transform: { experimentalImportSupport: false, inlineRequires: true },
});

module.exports = config;
