const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// zod's entry names its error texts in some forty languages; the schemas speak for themselves.
config.resolver.resolveRequest = (context, name, platform) =>
  /\/zod\//.test(context.originModulePath) && /locales\/index\.(js|cjs)$/.test(name)
    ? { type: 'empty' }
    : context.resolveRequest(context, name, platform);

module.exports = config;
