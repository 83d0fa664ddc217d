/** Core and server run as plain Node; the app runs under jest-expo's web preset. */
const node = (name) => ({
  displayName: name,
  rootDir: `${__dirname}/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    '\\.(ts|tsx|mjs|js)$': [
      'babel-jest',
      {
        babelrc: false,
        configFile: false,
        presets: [['@babel/preset-env', { targets: { node: 'current' } }], '@babel/preset-typescript'],
      },
    ],
  },
  // It offers itself to `import` alone.
  moduleNameMapper: { '^file-type$': `${__dirname}/node_modules/file-type/index.js` },
  transformIgnorePatterns: [
    'node_modules/(?!(pure-rand|@date-fns|uuid|file-type|strtok3|token-types|uint8array-extras|peek-readable|@tokenizer|@borewit|ml-[a-z-]+|is-any-array)/)',
  ],
});

// A busy machine is no failure: no test here is about time.
module.exports = { testTimeout: 120_000, projects: [node('core'), node('words'), node('server'), '<rootDir>/app'] };
