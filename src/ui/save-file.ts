/** Gives a text to the person as a CSV file; a byte order mark says that it is UTF-8. */
export function saveFile(name: string, csv: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([`\ufeff${csv}`], { type: "text/csv" }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
