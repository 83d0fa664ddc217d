module.exports = (api) => {
  api.cache(true);
  return {
    presets: ['babel-preset-expo'],
    // The same economy as the application's own build, so that the comparison is fair.
    env: { production: { plugins: ['react-native-paper/babel'] } },
  };
};
