// The component library as the unit tests read it: each part by itself, once it is used. Whole it has hundreds of files, and
// every test of a page would read them all.
const folder = (name) => name.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase();
const part = (name) => require(`ant-design-vue/lib/${folder(name)}`);
/** Parts that come with another one, by where they are. */
const WITHIN = {
  CollapsePanel: ['Collapse', 'Panel'],
  FormItem: ['Form', 'Item'],
  InputPassword: ['Input', 'Password'],
  InputSearch: ['Input', 'Search'],
  MenuItem: ['Menu', 'Item'],
  RadioButton: ['Radio', 'Button'],
  RadioGroup: ['Radio', 'Group'],
  Step: ['Steps', 'Step'],
  TabPane: ['Tabs', 'TabPane'],
  Textarea: ['Input', 'TextArea'],
};

module.exports = new Proxy(
  {},
  {
    get(_, name) {
      if (name === '__esModule') return true;
      const [whole, within] = WITHIN[name] ?? [];
      return whole ? part(whole).default[within] : part(String(name)).default;
    },
  },
);
