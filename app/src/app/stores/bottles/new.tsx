export { NewBottleScreen as default } from '../../../features/stores/bottle-form';
