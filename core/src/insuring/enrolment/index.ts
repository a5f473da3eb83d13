export { enrolmentProblem, type EnrolmentWindow, eventOf, isOpenEnrolled, windowOf } from './enrolment';
