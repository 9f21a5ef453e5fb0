// The core's own tests, and nothing else: what another layer's tests would notice is not tested where it stands.
const { projects } = require('../../jest.config.cjs');

module.exports = {
  ...projects.find((project) => project.displayName === 'core'),
  // Those that have to do with what is changed: loading all others for each mutant would take hours.
  testMatch: ['<rootDir>/src/{window,state,score,lateness,forecast,totals,progress,bearing}/**/*.test.ts'],
  setupFilesAfterEnv: [`${__dirname}/fewer-runs.cjs`],
};
