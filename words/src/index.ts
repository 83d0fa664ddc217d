export { type FastenerNames, fastenerNames, findingText } from './findings';
export { reservedText } from './findings/parts';
export { ruleTexts } from './findings/fluid';
export * from './names';
export * from './reader';
export * from './steps';
export { type TextsFor, capital, counted, list, loadUpHour, plural } from './texts';
export { bearingMethodNames } from './wheel-bearings';
export { kindName, workName } from './work-names';
