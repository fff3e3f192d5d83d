import { problemTitle } from "@yule/contract";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { LetInRead, Role } from "@yule/contract";
import { dayAt, minuteOfDayAt, t, wordsFor } from "@yule/core";
import { toString as qrSvg } from "qrcode";
import { useEffect, useState } from "react";
import { problemIn, useDevicesQuery } from "../../data/api.ts";
import { Choice, FaultLines, FormField } from "../../kit/FormField.tsx";
import { printDay, printMoment, printTime } from "../../kit/say.ts";
import { ask } from "./asking.ts";
import { Lock } from "./Lock.tsx";
import { Passphrase } from "./Passphrase.tsx";

/** Whose a device is. */
const ROLE_WORDS: Readonly<Record<Role, string>> = wordsFor({ maker: () => t`for the maker`, helper: () => t`for a helper`, till: () => t`for the till` });

/** While a code is shown, it is looked so often whether somebody came in by it. */
const LOOKED_EVERY_MS = 2_000;
/** Its code in groups that are read out more easily. */
const spaced = (code: string): string => `${code.slice(0, 4)} ${code.slice(4)}`;

/** Which devices may open the shop, and how another one comes in or one that was lost goes out. */
export function Devices({ timeZone, isMaker }: { timeZone: string; isMaker: boolean }) {
  const [code, setCode] = useState<(LetInRead & { readonly beside: number }) | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [role, setRole] = useState<Role>("maker");
  const [locking, setLocking] = useState(false);
  const { data, refetch } = useDevicesQuery(undefined, { refetchOnMountOrArgChange: true, ...(code && { pollingInterval: LOOKED_EVERY_MS }) });
  const count = data?.devices.length ?? 0;
  // Somebody came in: the code is over.
  if (code && count > code.beside) setCode(null);
  const during = async (work: () => Promise<void>): Promise<void> => {
    setFault(null);
    await work().catch((thrown: unknown) => setFault(problemTitle(problemIn(thrown))));
    void refetch();
  };
  const letIn = () =>
    during(async () => {
      const made = await ask("POST", "devices/code", { role });
      setCode({ ...(made as LetInRead), beside: count });
    });
  const out = (path: string) =>
    during(async () => {
      await ask("DELETE", path);
    });
  if (!data) return null;
  const moment = (at: string): string => printMoment(new Date(at), timeZone);
  return (
    <Box as="section" aria-label={t`Devices`} marginTop="26px" borderTop="1px solid" borderColor="hairline" paddingTop="16px">
      <Heading as="h3" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Devices`}</Heading>
      <Text>
        {count === 0
          ? t`Only this machine opens the shop. Nobody else on the network sees anything of it.`
          : t`This machine opens the shop, and so ${count === 1 ? t`does one device` : t`do ${String(count)} devices`} that you let in. Send out what was lost or given away.`}
      </Text>
      <Box as="ul" listStyleType="none" marginTop="8px">
        {data.devices.map((each) => (
          <Flex as="li" key={each.id} gap="4px 16px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" paddingY="4px">
            <Box flex="1 1 280px">
              <b>
                <bdi>{each.name}</bdi>
              </b>
              {each.isThis && t`, this one`}, {ROLE_WORDS[each.role]}
              {each.isLocked && t`, locked`}
              <Text color="softInk">{t`let in ${moment(each.letInAt)}, last seen ${moment(each.seenAt)}`}</Text>
            </Box>
            {each.isThis && each.role === "maker" && <Button variant="ghost" onClick={() => setLocking(true)}>{t`Lock this device`}</Button>}
            {(data.mayManage || each.isThis) && (
              <Button variant="ghost" onClick={() => void out(`devices/${each.id}`)} aria-label={t`Send ${each.name} out`}>{t`Send it out`}</Button>
            )}
          </Flex>
        ))}
      </Box>
      {data.mayManage ? (
        <Flex gap="10px" wrap="wrap" marginTop="10px" align="flex-end">
          <Box flex="0 1 380px">
            <FormField label={t`For whom`}>
              <Choice
                value={role}
                onChange={(change) => setRole(change.target.value as Role)}
                options={[
                  { value: "maker", label: t`the maker: everything` },
                  { value: "helper", label: t`a helper: bench, finishing and packing` },
                  { value: "till", label: t`the till of a fair` },
                ]}
              />
            </FormField>
          </Box>
          <Button variant="outline" onClick={() => void letIn()}>{t`Let a device in`}</Button>
          {count > 1 && <Button variant="ghost" onClick={() => void out("devices")}>{t`Send all devices out`}</Button>}
        </Flex>
      ) : (
        <Text color="softInk">
          {data.passphraseSince === null
            ? t`Others are let in and sent out on the machine where the shop runs.`
            : t`Others are let in and sent out on the machine where the shop runs, or here once you have said the passphrase.`}
        </Text>
      )}
      <FaultLines faults={fault === null ? [] : [fault]} />
      {locking && (
        <Box marginTop="12px">
          <Lock isLocked={false} onLeave={() => setLocking(false)} />
        </Box>
      )}
      {isMaker && <Passphrase read={data} dayOf={(at) => printDay(dayAt(new Date(at), timeZone))} onChanged={() => void refetch()} />}
      {code && <Code code={code} until={printTime(minuteOfDayAt(new Date(code.until), timeZone))} />}
    </Box>
  );
}

/** What the other device needs: where to go, and the code, large enough for across the kitchen. */
function Code({ code: { code, addresses, role }, until }: { code: LetInRead; until: string }) {
  const [svg, setSvg] = useState<string | null>(null);
  const address = addresses[0];
  useEffect(() => {
    if (address === undefined) return;
    void qrSvg(`${address}/season?code=${code}`, { type: "svg", margin: 2, errorCorrectionLevel: "M" }).then(setSvg);
  }, [address, code]);
  if (address === undefined)
    return (
      <Text
        marginTop="12px"
        fontWeight={600}
        maxWidth="52em"
      >{t`No other device can reach this machine yet. Stop the shop and start it with npm start -- --host and the name or address of this machine; then let the device in.`}</Text>
    );
  return (
    <Flex gap="26px" wrap="wrap" align="center" marginTop="14px" role="status">
      {svg !== null && <img width={190} height={190} alt={t`The address with the code, for a camera`} src={`data:image/svg+xml;base64,${btoa(svg)}`} />}
      <Box>
        <Text>{t`Open one of these on the other device, or point its camera here:`}</Text>
        {addresses.map((each) => (
          <Text key={each} fontWeight={600} overflowWrap="anywhere">
            {each}
          </Text>
        ))}
        <Text fontFamily="heading" fontSize="44px" fontWeight={700} letterSpacing="0.06em" marginTop="6px">
          {spaced(code)}
        </Text>
        <Text color="softInk">{t`It lets one device in, ${ROLE_WORDS[role]}, until ${until}.`}</Text>
      </Box>
    </Flex>
  );
}
