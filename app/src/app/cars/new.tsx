export { NewCarScreen as default } from '../../features/cars/car-form';
