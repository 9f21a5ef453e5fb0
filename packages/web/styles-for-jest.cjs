// Styles say nothing to the simulated browser.
module.exports = {};
