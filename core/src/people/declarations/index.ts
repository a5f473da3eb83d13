export { answerProblem, type Asked, askedOf, endingAnswers, endsWith } from './declarations';
export { ANSWER, type Answer } from './fields';
