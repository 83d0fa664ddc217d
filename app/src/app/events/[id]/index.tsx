export { EventScreen as default } from '../../../features/events/event-screen';
