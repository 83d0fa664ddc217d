module.exports = (api) => {
  api.cache(true);
  return {
    presets: ['babel-preset-expo'],
    // Takes components of the library one by one instead of all of them.
    env: {
      production: { plugins: ['react-native-paper/babel'] },
      // Jest's modules are loaded at once: what comes on demand is required there.
      test: { plugins: ['@babel/plugin-transform-dynamic-import'] },
    },
  };
};
