import { ServiceScreen } from './service-screen';
import { AlsoInThisVisit } from '../work/visit-extras';

/** A service at a glance, with what else stands in its visit. */
export const ServiceOverviewScreen = () => <ServiceScreen alsoInThisVisit={AlsoInThisVisit} />;
