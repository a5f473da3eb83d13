export { occupancyOf, type Occupancy, type OccupancyInput } from './occupancy';
