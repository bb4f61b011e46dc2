/** A file with its way within the folder that was dropped or chosen. */
export interface PathedFile {
  file: File;
  path: string;
}

/** The files of a choice, with their ways where a folder was chosen. */
export function chosenFiles(list: FileList | null): PathedFile[] {
  return [...(list ?? [])].map((file) => ({ file, path: file.webkitRelativePath || file.name }));
}

/** Every file of what was dropped, folders looked through to their ends. */
export async function droppedFiles(data: DataTransfer): Promise<PathedFile[]> {
  // The list is emptied as soon as the event is over: what stands in it is taken first.
  const entries = [...data.items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  if (entries.length === 0) return chosenFiles(data.files);
  return (await Promise.all(entries.map(filesWithin))).flat();
}

async function filesWithin(entry: FileSystemEntry): Promise<PathedFile[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) =>
      (entry as FileSystemFileEntry).file(resolve, reject),
    );
    return [{ file, path: entry.fullPath.replace(/^\//, "") }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: PathedFile[] = [];
  // A reader gives some hundred at a time, and none at the end.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (some.length === 0) return found;
    for (const each of some) found.push(...(await filesWithin(each)));
  }
}
