import { ofShop } from "../../kit/shopAt.ts";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { ALL_READS, phraseSaid, plainSpeech, problemDetail, problemTitle, receivedPhrase, type BackupAbout, type BackupCause, type BackupRead } from "@yule/contract";
import { plural, t, wordsFor } from "@yule/core";
import { useState } from "react";
import { v7 } from "uuid";
import { api, problemIn, request, useBackupsQuery } from "../../data/api.ts";
import { noticeAdded } from "../../data/notices.ts";
import { useAppDispatch } from "../../data/store.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { FaultLines, FilePick, FormField, TextInput } from "../../kit/FormField.tsx";
import { printMoment, printNumber } from "../../kit/say.ts";
import { ProblemNote, StateWord } from "../../kit/states.tsx";
import { useFolder } from "./useFolder.ts";

const CAUSES: Readonly<Record<BackupCause, string>> = wordsFor({
  night: () => t`made at night`,
  asked: () => t`asked for`,
  update: () => t`made before an update`,
  restore: () => t`made before another one was put in place`,
});
const LINK = { minHeight: 44, display: "inline-flex", alignItems: "center", fontWeight: 600, textDecoration: "underline dotted", textUnderlineOffset: 5 } as const;
/** So many are shown before all are asked for. */
const SHOWN = 4;
/** A shop of many years takes its time. */
const PATIENCE_MS = 900_000;

const asked = (path: string, init: NonNullable<Parameters<typeof request>[1]>): Promise<unknown> => request(path, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) });
/** Moments as the shop's clock has them. */
type Moment = (at: string) => string;
const megabytes = (bytes: number): string => t`${printNumber(bytes / 1e6, 1)} MB`;

/** Whether the shop is safe if this machine breaks tonight, and the way back to what it was. */
export function Backups({ timeZone }: { timeZone: string }) {
  const moment: Moment = (at) => printMoment(new Date(at), timeZone);
  const dispatch = useAppDispatch();
  const { data, error, refetch } = useBackupsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [busy, setBusy] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [opened, setOpened] = useState<BackupAbout | null>(null);
  const [all, setAll] = useState(false);
  const during = async (words: string, work: () => Promise<void>): Promise<void> => {
    setBusy(words);
    setFault(null);
    await work().catch((thrown: unknown) => {
      const problem = problemIn(thrown);
      setFault(problem.detail === "" ? problemTitle(problem) : problemDetail(problem));
    });
    setBusy(null);
    void refetch();
  };
  const look = (file: string) => during(t`Reading all of it ...`, async () => setOpened((await asked(`backups/${file}/about`, {})) as BackupAbout));
  const bring = (file: File) =>
    during(t`Reading all of it ...`, async () =>
      setOpened((await asked("backups/incoming", { method: "PUT", headers: { "content-type": "application/zip" }, body: file })) as BackupAbout),
    );
  const make = () =>
    during(t`Writing it, and reading it back ...`, async () => {
      await asked("backups", { method: "POST" });
    });
  const restore = ({ file, made }: BackupAbout) =>
    during(t`Putting it in place ...`, async () => {
      setOpened(null);
      await asked(`backups/${file}/restore`, { method: "POST" });
      dispatch(api.util.invalidateTags([...ALL_READS]));
      dispatch(noticeAdded({ id: v7(), lines: [t`The shop is as it was on ${moment(made)}.`], undo: null, bad: false }));
    });
  if (error) return <ProblemNote problem={problemIn(error)} />;
  if (!data) return null;
  const shown = all ? data.backups : data.backups.slice(0, SHOWN);
  return (
    <Box as="section" aria-label={t`Backups`} marginTop="26px" borderTop="1px solid" borderColor="hairline" paddingTop="16px">
      <Heading as="h3" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Backups`}</Heading>
      <Verdict moment={moment} newest={data.backups[0]} fault={data.fault && phraseSaid(receivedPhrase(data.fault), plainSpeech)} />
      <Flex gap="10px" wrap="wrap" marginY="12px" align="center">
        <Button onClick={() => void make()} disabled={busy !== null}>{t`Make a backup`}</Button>
        <FilePick accept=".zip,application/zip" onPick={(file) => void bring(file)}>{t`Open a backup from a file`}</FilePick>
        <a href={ofShop("/api/readable")} download="shop.zip" style={LINK}>{t`Save all as tables and pictures`}</a>
        {busy !== null && <Text role="status">{busy}</Text>}
      </Flex>
      <FaultLines faults={fault === null ? [] : [fault]} />
      <Box as="ul" listStyleType="none">
        {shown.map((each) => (
          <Flex as="li" key={each.file} gap="4px 16px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" paddingY="4px">
            <Box flex="1 1 280px">
              <b>{moment(each.made)}</b>, {CAUSES[each.cause]}, {megabytes(each.bytes)}
              <Text color="softInk">{each.isChecked ? t`read back, equal to the shop` : t`not read back: this database lets nobody make another`}</Text>
            </Box>
            <a href={ofShop(`/api/backups/${each.file}`)} download={each.file} style={LINK}>{t`Save a copy`}</a>
            <Button variant="ghost" disabled={busy !== null} onClick={() => void look(each.file)}>{t`Go back to it`}</Button>
          </Flex>
        ))}
      </Box>
      {data.backups.length > SHOWN && !all && <Button variant="ghost" onClick={() => setAll(true)}>{t`Show all ${String(data.backups.length)} backups`}</Button>}
      <Folder key={data.folder} folder={data.folder} onKept={() => void refetch()} />
      {opened && <GoBack moment={moment} about={opened} onLeave={() => setOpened(null)} onGo={() => void restore(opened)} />}
    </Box>
  );
}

function Verdict({ moment, newest, fault }: { moment: Moment; newest: BackupRead | undefined; fault: string | null }) {
  if (fault !== null) return <StateWord state="cannot">{t`The last backup could not be made: ${fault}`}</StateWord>;
  if (!newest) return <StateWord state="tight">{t`There is no backup yet. One is made each night while the shop runs here; make the first now.`}</StateWord>;
  return newest.isChecked ? (
    <>
      <StateWord state="safe">{t`All until ${moment(newest.made)} is kept, and was read back and found equal.`}</StateWord>
      <Text>{t`A fire or a thief takes backups with the machine they lie on: save a copy elsewhere now and then.`}</Text>
    </>
  ) : (
    <StateWord state="tight">{t`The newest backup is of ${moment(newest.made)}. Nobody has read it back yet.`}</StateWord>
  );
}

/** Where they lie: a stick or a folder that is copied elsewhere outlives this machine. */
function Folder({ folder, onKept }: { folder: string; onKept: () => void }) {
  const { form, keep } = useFolder(folder, onKept);
  return (
    <form noValidate onSubmit={(event) => void keep(event)}>
      <Flex gap="10px" wrap="wrap" align="flex-end" marginTop="14px">
        <Box flex="1 1 320px">
          <FormField label={t`Folder on this machine; a stick, or one that is copied elsewhere, is safer`} fault={form.faultOf("folder")}>
            <TextInput {...form.register("folder")} spellCheck={false} />
          </FormField>
        </Box>
        <Button type="submit" variant="outline" disabled={form.formState.isSubmitting}>{t`Put backups there`}</Button>
      </Flex>
      <FaultLines faults={form.rest} />
    </form>
  );
}

/** What would take the place of what is there, asked before anything is touched. */
function GoBack({ moment, about, onLeave, onGo }: { moment: Moment; about: BackupAbout; onLeave: () => void; onGo: () => void }) {
  const { designs, needs, panels, pictures, events } = about;
  return (
    <Dialog title={t`Go back to ${moment(about.made)}?`} onClose={onLeave}>
      <Text marginBottom="10px">
        {t`In it is ${about.shop} with ${plural(designs, { one: "# design", other: "# designs" })}, ${plural(needs, { one: "# need", other: "# needs" })}, ${plural(panels, { one: "# panel", other: "# panels" })}, ${plural(pictures, { one: "# picture", other: "# pictures" })} and ${plural(events, { one: "# entry", other: "# entries" })} of the logbook. Every file of it was read and is as it was written.`}
      </Text>
      <Text
        marginBottom="16px"
        fontWeight={600}
      >{t`It takes the place of all that is here now, on every device. What is here now is kept as a backup first, so you can come back to it.`}</Text>
      <Flex gap="10px" justify="flex-end" wrap="wrap">
        <Button variant="outline" onClick={onLeave}>{t`Leave the shop as it is`}</Button>
        <Button onClick={onGo}>{t`Put this backup in place`}</Button>
      </Flex>
    </Dialog>
  );
}
