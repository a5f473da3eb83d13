export { answerProblem, type Asked, askedOf, endingAnswers, endsWith } from './questions';
