import { identificationText } from "@/core/program";
import type { PlannedProgram } from "@/core/restore";
import { Facts } from "@/ui/facts";
import { GroupStrip } from "@/ui/group-strip";
import { NotTold } from "@/ui/not-told";

/** What a program's operation is about: what is in the drive, three things apart, and which file goes on or is kept. */
export function OfProgram({ program }: { program: PlannedProgram }) {
  const { now, file, keptAs, reason, disturbs } = program;
  const rows: Array<[string, React.ReactNode]> = [
    ["In the drive now", <InIt key="now" now={now} />],
    ...(file
      ? [
          ["Put on", `${file.name}, ${file.bytes} bytes, ${identificationText(file.identification)}`] as [
            string,
            string,
          ],
        ]
      : []),
    ...(keptAs ? [["What is in it is kept as", keptAs] as [string, string]] : []),
    ...(reason ? [["Why no file of it is kept", reason] as [string, string]] : []),
    ["What it does", disturbs],
  ];
  return <Facts rows={rows} />;
}

/** Present, enabled and running: three things, each told or not. */
export function InIt({ now }: { now: PlannedProgram["now"] }) {
  const { present, enabled, running, identification } = now;
  return (
    <>
      <Fact
        yes="a program is present"
        no="no program is present"
        is={present}
        what="whether one is present"
      />
      {present !== false && identification !== undefined && (
        <>
          {" "}
          (<span className="font-mono">{identificationText(identification)}</span>)
        </>
      )}
      {"; "}
      <Fact yes="enabled" no="not enabled" is={enabled} what="whether it is enabled" />
      {"; "}
      <Fact yes="running" no="not running" is={running} what="whether it runs" />
    </>
  );
}

function Fact({ yes, no, is, what }: { yes: string; no: string; is: boolean | undefined; what: string }) {
  if (is === undefined) return <NotTold>{what}</NotTold>;
  return <>{is ? yes : no}</>;
}

/** How far a program's file is on its way into the drive. */
export function Sending({ share, bytes }: { share: number; bytes: number }) {
  const sent = Math.round(share * bytes);
  return (
    <div>
      <GroupStrip
        label="Sending the program"
        cells={[{ id: "program", title: "Its own program", count: bytes, done: sent, refused: 0 }]}
      />
      <p className="text-[14px] mt-1" role="status">
        {sent < bytes
          ? `${sent} of ${bytes} bytes sent`
          : `All ${bytes} bytes sent; the drive looks at them and keeps them`}
      </p>
    </div>
  );
}
