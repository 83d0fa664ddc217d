export { BottleScreen as default } from '../../../features/stores/bottle-screen';
