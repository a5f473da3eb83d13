export { keepQueue, queueName, readQueue } from './queue';
export { useDesk } from './store';
