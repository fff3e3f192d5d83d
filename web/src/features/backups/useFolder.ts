import { backupFolder } from "@yule/contract";
import { problemIn, request } from "../../data/api.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";

/** The folder of the backups as it is told and kept. */
export function useFolder(folder: string, onKept: () => void) {
  const form = useSchemaForm(backupFolder, { folder });
  const keep = form.handleSubmit(async (told) => {
    try {
      await request("backups/folder", { method: "PUT", headers: { "content-type": "application/json" }, body: JSON.stringify(told) });
      onKept();
    } catch (thrown) {
      form.refuse(problemIn(thrown));
    }
  });
  return { form, keep };
}
