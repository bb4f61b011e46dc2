/** Where pdfmake looks for fonts before it looks on the disk; its types leave it out. */
declare module "pdfmake/js/virtual-fs.js" {
  const files: { default: { writeFileSync(name: string, content: Uint8Array): void } };
  export default files;
}
