// The component library makes the styles of its parts as they are first shown. The unit tests look at no styles, and the simulated
// browser would read each of them again for every question about how something is drawn.
const { ref } = require('vue');

exports.__esModule = true;
exports.default = () => () => [(node) => node, ref('')];
