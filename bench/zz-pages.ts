import { measurePages } from "./pages";
void measurePages("http://127.0.0.1:4392").then((all) => { for (const f of all) console.log(f.what, f.value.toFixed(1), f.limit ?? ""); process.exit(0); });
