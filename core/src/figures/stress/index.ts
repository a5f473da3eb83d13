export { type Stress, type StressAxis, stressOf, type StressPoint, type WithoutEarner } from './stress';
