export { RotorPairScreen as default } from '../../../../features/stores/part-screen';
