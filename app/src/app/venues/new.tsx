export { NewVenueScreen as default } from '../../features/events/venue-form';
