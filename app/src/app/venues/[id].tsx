export { EditVenueScreen as default } from '../../features/events/venue-form';
