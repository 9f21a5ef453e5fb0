// The core's own tests, and nothing else: what another layer's tests would notice is not tested where it stands.
const { projects } = require('../../jest.config.cjs');

module.exports = {
  ...projects.find((project) => project.displayName === 'core'),
  setupFilesAfterEnv: [`${__dirname}/fewer-runs.cjs`],
};
