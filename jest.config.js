const { join } = require('node:path');
const { swc } = require('./jest.swc');

/** Core, words and server run as plain Node. */
const node = (name) => ({
  displayName: name,
  rootDir: join(__dirname, name),
  cacheDirectory: join(__dirname, '.calvik', 'jest'),
  testEnvironment: 'node',
  setupFilesAfterEnv: [join(__dirname, 'jest.reached.js')],
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: { '\\.(ts|tsx|mjs|js)$': swc },
  // It offers itself to `import` alone.
  moduleNameMapper: { '^file-type$': `${__dirname}/node_modules/file-type/index.js` },
  transformIgnorePatterns: [
    'node_modules/(?!(pure-rand|@date-fns|uuid|file-type|strtok3|token-types|uint8array-extras|peek-readable|@tokenizer|@borewit|ml-[a-z-]+|is-any-array)/)',
  ],
});

// A busy machine is no failure: no test here is about time.
module.exports = { testTimeout: 120_000, projects: [node('core'), node('words'), node('server'), '<rootDir>/app'] };
