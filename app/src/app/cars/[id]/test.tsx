export { TestScreen as default } from '../../../features/fluid/test-screen';
