/** A browser that reloads one page without end: `node bench/reload.mjs URL COOKIE`. Says how long each took, in ms, one a line. */
const [url, cookie] = process.argv.slice(2);
for (;;) {
  const started = performance.now();
  const answer = await fetch(url, { headers: { cookie } });
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}.`);
  console.log(Math.round(performance.now() - started));
}
