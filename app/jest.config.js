const { join } = require('node:path');
const preset = require('jest-expo/web/jest-preset.js');
const { swc } = require('../jest.swc');

module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  cacheDirectory: join(__dirname, '..', '.calvik', 'jest'),
  setupFiles: ['<rootDir>/test/setup/computed-style.ts', '<rootDir>/test/setup/short-stacks.ts'],
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
  // The interface by the preset's Babel, which picks components one by one; what knows nothing of it by swc.
  transform: { '/(core|words)/(src|test)/.*\\.ts$': swc, ...preset.transform },
  // The date field brings a copy of color that is a module only; so are the packages that fit.
  transformIgnorePatterns: preset.transformIgnorePatterns.map((pattern) =>
    pattern.replace('(?!', '(?!.*color|ml-|is-any-array|'),
  ),
  moduleNameMapper: {
    '^lucide-react-native/icons/(.*)$': `${require.resolve('lucide-react-native').replace(/lucide-react-native\.(c|m)?js$/, '')}icons/$1.js`,
  },
};
