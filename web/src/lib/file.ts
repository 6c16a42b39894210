/** The text of a table's file: UTF-8, or what older programs write. */
export async function tableText(file: File): Promise<string> {
  const body = await file.arrayBuffer();
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(body);
  } catch {
    return new TextDecoder("windows-1252").decode(body);
  }
}
