export { UnsentScreen as default } from '../features/settings/unsent-screen';
