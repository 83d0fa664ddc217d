module.exports = (api) => {
  api.cache(true);
  return {
    presets: ['babel-preset-expo'],
    // Takes components and functions of these libraries one by one instead of all of them.
    env: {
      production: {
        plugins: [
          'react-native-paper/babel',
          [
            'transform-imports',
            {
              'simple-statistics': {
                transform: (name) => `simple-statistics/src/${name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)}.js`,
                preventFullImport: true,
              },
            },
          ],
        ],
      },
      // Jest's modules are loaded at once: what comes on demand is required there.
      test: { plugins: ['react-native-paper/babel', '@babel/plugin-transform-dynamic-import'] },
    },
  };
};
