import { measureCrowd } from "./crowd";
void (async () => { const pid=Number(process.argv[2]); for (const f of [...await measureCrowd("http://127.0.0.1:4392", pid)]) console.log(f.value.toFixed(1).padStart(7), f.what, "|", f.limit ?? ""); process.exit(0); })();
