export { type Boundary, coverage, type Coverage, gapInWords, type Months, type Move, moveBoundary, type Stretch } from './timeline';
