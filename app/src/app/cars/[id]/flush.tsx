export { FlushScreen as default } from '../../../features/fluid/flush-screen';
