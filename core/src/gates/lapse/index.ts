export { canLapse, lapseDay, type LapseDue, lapseDue } from './lapse';
