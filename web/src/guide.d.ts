/** Pages of the guide become HTML when the application is built: see guide.ts. */
declare module '*.md' {
  const html: string;
  export default html;
}
