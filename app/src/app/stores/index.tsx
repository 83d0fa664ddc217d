export { StoresScreen as default } from '../../features/stores/stores-screen';
