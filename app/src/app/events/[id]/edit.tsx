export { EditEventScreen as default } from '../../../features/events/event-form';
