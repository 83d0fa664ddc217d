/** Core and server run as plain Node; the app runs under jest-expo's web preset. */
const node = (name) => ({
  displayName: name,
  rootDir: `${__dirname}/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    '\\.(ts|tsx|mjs|js)$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'commonjs' } },
    ],
  },
  transformIgnorePatterns: ['node_modules/(?!(pure-rand|@date-fns|uuid)/)'],
});

module.exports = { projects: [node('core'), node('server'), '<rootDir>/app'] };
