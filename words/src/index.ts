export { type Place, type Speak, speakerFor } from './speaker';
