/** A guide of docs/guide as the build makes it: the page's HTML. */
declare module '*.md' {
  const page: string;
  export default page;
}
