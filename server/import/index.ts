/** From a file to a definition: taking it in, showing what it says, keeping it. */
export { Imports, type ImportChoices, type ImportPreview, type UploadView } from "./imports";
export { readUpload, type Upload } from "./read-upload";
