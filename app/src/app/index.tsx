export { RunUpScreen as default } from '../shell/run-up/run-up-screen';
