export { HOME, PET, PET_KIND_LABEL, TENURE_LABEL, VEHICLE, type Home, type Pet, type Vehicle } from './fields';
