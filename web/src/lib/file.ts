/** The text of a table's file: UTF-8, or what older programs write. */
export async function tableText(file: File): Promise<string> {
  const body = await file.arrayBuffer();
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(body);
  } catch {
    return new TextDecoder("windows-1252").decode(body);
  }
}

/** Hands a file to the keeper. */
export function saveAs(body: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(body);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
