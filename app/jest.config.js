const preset = require('jest-expo/web/jest-preset.js');

module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
  // The date field brings a copy of color that is a module only; so are the packages that fit.
  transformIgnorePatterns: preset.transformIgnorePatterns.map((pattern) =>
    pattern.replace('(?!', '(?!.*color|ml-|is-any-array|'),
  ),
  moduleNameMapper: {
    '^lucide-react-native/icons/(.*)$': `${require.resolve('lucide-react-native').replace(/lucide-react-native\.(c|m)?js$/, '')}icons/$1.js`,
  },
};
