export { VerdictScreen as default } from '../../../features/fluid/verdict-screen';
