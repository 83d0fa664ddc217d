export { EditCustomerScreen as default } from '../../features/cars/customer-form';
