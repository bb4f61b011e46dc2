export { counted } from "./counted";
