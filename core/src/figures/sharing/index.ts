export { type Sharer, type Sharing, sharingOf } from './sharing';
