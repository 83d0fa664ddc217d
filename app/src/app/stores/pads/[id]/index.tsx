export { PadSetScreen as default } from '../../../../features/stores/part-screen';
