export { NewCustomerScreen as default } from '../../features/cars/customer-form';
