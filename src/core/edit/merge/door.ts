/** All that holds what comes into a job to the job file. */
export { editFaults } from './check-edit';
export { takeFaults } from './take';
