export { CarsScreen as default } from '../../features/cars/cars-screen';
