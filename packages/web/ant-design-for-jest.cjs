// The component library as the unit tests read it: each part by itself, once it is used. Whole it has hundreds of files, and
// every test of a page would read them all.
const folder = (name) => name.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase();

module.exports = new Proxy(
  {},
  { get: (_, name) => (name === '__esModule' ? true : require(`ant-design-vue/lib/${folder(String(name))}`).default) },
);
