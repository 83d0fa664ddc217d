export { NewEventScreen as default } from '../../features/events/event-form';
