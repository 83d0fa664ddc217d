export { ServiceOverview as default } from '../../../features/later';
