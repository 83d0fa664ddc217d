export { CarScreen as default } from '../../../features/cars/car-screen';
