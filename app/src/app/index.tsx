export { RunUpScreen as default } from '../features/run-up/run-up-screen';
