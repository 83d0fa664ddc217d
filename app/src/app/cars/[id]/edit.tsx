export { EditCarScreen as default } from '../../../features/cars/car-form';
