module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
};
