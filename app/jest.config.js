module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
  moduleNameMapper: {
    '^lucide-react-native/icons/(.*)$': `${require.resolve('lucide-react-native').replace(/lucide-react-native\.(c|m)?js$/, '')}icons/$1.js`,
  },
};
