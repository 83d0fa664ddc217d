/** The library's own themes by their file: asked for by name, they would bring all of the library along. */
declare module 'react-native-paper/lib/module/styles/themes' {
  export { MD3DarkTheme, MD3LightTheme } from 'react-native-paper';
}
