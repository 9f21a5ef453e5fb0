// The component library as the rules that need types see it. They ask whether something is a promise, which no part of it is; its
// own types would be read anew for every page. The compiler of the pages reads them (vue-tsc).
// eslint-disable-next-line @typescript-eslint/no-explicit-any
declare const part: any;
export = part;
