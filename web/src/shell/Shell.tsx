import { t, wordsFor } from "@yule/core";
import { LockOpen, Moon, Settings, Sun } from "lucide-react";
import { useKeys } from "../kit/useKeys.ts";
import { Box, Button, chakra, Flex, Text, VisuallyHidden } from "@chakra-ui/react";
import { mayOpen, type Problem } from "@yule/contract";

import { mannerOfShop, rowOf, type PlannedSeason, type Outlook } from "@yule/derive";
import { lazy, memo, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { Navigate, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { Loading, ProblemNote } from "../kit/states.tsx";
import { MannerProvider, type ShopManner } from "../kit/measure.tsx";
import { usePlannedSeason, type Planning } from "../plan/planned.ts";
import { PlannedProvider, usePlanned } from "../plan/plannedContext.ts";
import { useDesignsQuery, useShopQuery } from "../data/api.ts";
import { useRole } from "../data/role.ts";
import { useFeed } from "./feed.ts";
import { AwayLine, Notices } from "./Notices.tsx";
import { noticeAdded } from "../data/notices.ts";
import { countRefused, sendCommand, undo } from "../data/outbox.ts";
import { useOutlook } from "../plan/useOutlook.ts";
import { Ribbon } from "./ribbon/Ribbon.tsx";
import { eveningSet, showEvening } from "../data/screen.ts";
import { useAppDispatch, useAppSelector } from "../data/store.ts";
import { PageHelp } from "./PageHelp.tsx";
import { VIEWS } from "./views.ts";
import { wantWords } from "../kit/language/language.ts";
import { useLanguage } from "../kit/language/useLanguage.ts";
import { printDay, printTime, speakAs } from "../kit/say.ts";

/** A part of the screen that comes with its own words. */
const withWords = async <T,>(domain: string, part: Promise<T>): Promise<T> => (await Promise.all([part, wantWords(domain)]))[0];

/** Met once in the life of a shop. */
const Setup = lazy(() =>
  withWords(
    "setup",
    import("../views/setup/Setup.tsx").then(({ Setup: shown }) => ({ default: shown })),
  ),
);

const SignIn = lazy(() =>
  withWords(
    "shop",
    import("../features/devices/SignIn.tsx").then(({ SignIn: shown }) => ({ default: shown })),
  ),
);
const NOT_LET_IN = 401;

const ShopDialog = lazy(() =>
  withWords(
    "shop",
    import("./ShopDialog.tsx").then(({ ShopDialog: shown }) => ({ default: shown })),
  ),
);

const OwnDialog = lazy(() =>
  withWords(
    "shop",
    import("../features/devices/OwnDialog.tsx").then(({ OwnDialog: shown }) => ({ default: shown })),
  ),
);

const RefusedDialog = lazy(() =>
  withWords(
    "shop",
    import("../features/refused/RefusedDialog.tsx").then(({ RefusedDialog: shown }) => ({ default: shown })),
  ),
);

/** Before anything is known of the shop. */
const NO_SHOP = { country: "", manner: {} };

/** The frame of every view, and what it is told. */
export function Shell() {
  useFeed();
  const shop = useShopQuery();
  const designs = useDesignsQuery();
  const { pathname } = useLocation();
  // Where the hands are busy nothing is worked out anew at every tap.
  const { outlook, problem } = useOutlook(pathname.startsWith("/bench"));
  const { planned, planning } = usePlannedSeason(outlook, pathname.startsWith("/season"));
  useShellKeys();
  useEffect(() => document.getElementById("verdict")?.focus({ preventScroll: true }), [pathname]);
  const empty = designs.data !== undefined && designs.data.designs.length === 0;
  const [system, currency] = [shop.data?.lengthSystem ?? "in", shop.data?.currency ?? "EUR"];
  const written = useMemo(() => mannerOfShop(shop.data ?? NO_SHOP), [shop.data]);
  const language = useLanguage(written);
  const key = `${JSON.stringify(written)} ${language}`;
  // What is printed below is printed so from the first line on.
  speakAs(written);
  const today = outlook?.today;
  const manner = useMemo((): ShopManner => ({ system, currency, key, today }), [system, currency, key, today]);
  if ((shop.error as Problem | undefined)?.status === NOT_LET_IN)
    return (
      <Suspense fallback={<Loading />}>
        <SignIn />
      </Suspense>
    );
  const role = shop.data?.account.role ?? "maker";
  const [, view = ""] = pathname.split("/");
  const first = VIEWS.find(({ path }) => mayOpen(role, path));
  if (first && !mayOpen(role, view)) return <Navigate to={`/${first.path}`} replace />;
  return <Frame key={language} outlook={outlook} problem={problem} planned={planned} planning={planning} manner={manner} thin={!pathname.startsWith("/season")} empty={empty} />;
}

interface FrameProps {
  readonly outlook: Outlook | null;
  readonly problem: unknown;
  readonly planned: PlannedSeason | null;
  readonly planning: Planning;
  readonly manner: ShopManner;
  /** The whole ribbon is for Season; elsewhere it is a thin strip. */
  readonly thin: boolean;
  readonly empty: boolean;
}

/** Head, ribbon, index tabs, sheet of paper. What was told but means nothing for them draws none of them anew. */
const Frame = memo(function Frame({ outlook, problem, planned, planning, manner, thin, empty }: FrameProps) {
  const role = useRole();
  return (
    <MannerProvider value={manner}>
      <PlannedProvider value={planned}>
        <Flex direction="column" minHeight="100%">
          <chakra.a
            href="#verdict"
            position="absolute"
            insetInlineStart="-9999px"
            zIndex={20}
            bg="paper"
            padding="10px 16px"
            fontWeight={700}
            borderRadius="8px"
            _focus={{ insetInlineStart: "8px", top: "8px" }}
          >{t`To the verdict`}</chakra.a>
          <Head outlook={outlook} planning={planning} />
          <AwayLine />
          <RefusedLine />
          {empty ? (
            <Suspense fallback={<Loading />}>
              <Setup />
            </Suspense>
          ) : (
            <>
              {role !== "maker" ? null : outlook ? <Ribbon key={`ribbon ${manner.key ?? ""}`} outlook={outlook} thin={thin} /> : <Box height="72px" bg="table" />}
              <Flex flex="1" direction={{ base: "column", lg: "row" }} minWidth={0}>
                <Tabs outlook={outlook} />
                <Box
                  key={manner.key}
                  as="main"
                  flex="1"
                  minWidth={0}
                  bg="paper"
                  borderStyle="solid"
                  borderColor="hairline"
                  borderWidth="0"
                  borderTopWidth="1px"
                  borderInlineStartWidth={{ base: 0, lg: "1px" }}
                  borderStartStartRadius={{ lg: "14px" }}
                  padding={{ base: "18px 18px 90px", md: "24px 28px 90px" }}
                >
                  <PageHelp />
                  {problem ? <ProblemNote problem={problem as Problem} /> : outlook ? <Outlet context={outlook} /> : <Loading />}
                </Box>
              </Flex>
            </>
          )}
          <Notices isHeld={planning === "renewing"} />
        </Flex>
      </PlannedProvider>
    </MannerProvider>
  );
});

/** What is said beside the clock while the plan that is shown is not of the newest facts, or not the shop's. */
const PLANNING: Readonly<Record<NonNullable<Planning>, string>> = wordsFor({
  renewing: () => t`planning anew …`,
  "set aside": () => t`the newest changes could not be planned`,
  own: () => t`planned on this device`,
});

/** Says that something waits to be decided, until it is. */
function RefusedLine() {
  const refused = useAppSelector((state) => state.outbox.refused);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => void countRefused().catch(() => undefined), []);
  if (refused === 0) return null;
  return (
    <Flex role="status" bg="tightFill" color="#1D252D" paddingX="20px" paddingY="4px" gap="4px 14px" wrap="wrap" align="center" fontWeight={600}>
      {refused === 1 ? t`1 entry that you told here could not be taken.` : t`${String(refused)} entries that you told here could not be taken.`}
      <Button variant="ghost" color="#1D252D" paddingInline="0" onClick={() => setOpen(true)}>{t`Look and decide`}</Button>
      {isOpen && (
        <Suspense fallback={null}>
          <RefusedDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </Flex>
  );
}

const Head = memo(function Head({ outlook, planning }: { outlook: Outlook | null; planning: Planning }) {
  const dispatch = useAppDispatch();
  const { data: shop } = useShopQuery();
  const evening = useAppSelector((state) => state.screen.evening);
  const turn = (): void => {
    showEvening(!evening);
    dispatch(eveningSet(!evening));
  };
  const system = shop?.lengthSystem ?? "in";
  const isMaker = useRole() === "maker";
  const [settings, setSettings] = useState(false);
  return (
    <Flex as="header" align="center" wrap="wrap" rowGap="0" columnGap={{ base: "10px", md: "18px" }} paddingX="20px" paddingTop="8px" paddingBottom="4px">
      <Button
        variant="ghost"
        paddingInline="0"
        fontFamily="heading"
        fontSize="22px"
        fontWeight={600}
        textDecoration="none"
        aria-label={t`Settings of ${shop?.name ?? t`the shop`}`}
        disabled={!shop}
        onClick={() => setSettings(true)}
      >
        {shop?.name ?? t`Yule Stack`} <Settings size={18} aria-hidden />
      </Button>
      {settings && shop && (
        <Suspense fallback={null}>
          {isMaker ? <ShopDialog shop={shop} onClose={() => setSettings(false)} /> : <OwnDialog shop={shop} onClose={() => setSettings(false)} />}
        </Suspense>
      )}
      {shop?.isDemo && isMaker && (
        <Button variant="outline" display={{ base: "none", md: "inline-flex" }} alignItems="center" onClick={() => setSettings(true)}>
          {t`This is the demo`}
        </Button>
      )}
      {shop?.account.isLocked && (
        <Button variant="outline" onClick={() => setSettings(true)}>
          <LockOpen size={18} aria-hidden /> {t`Unlock this device`}
        </Button>
      )}
      <Box flex="1" />
      {planning && (
        <Text color={planning === "set aside" ? "cannot" : "softInk"} fontSize="15px" role="status">
          {PLANNING[planning]}
        </Text>
      )}
      <Flex
        role="group"
        aria-label={t`Lengths in`}
        display={{ base: "none", sm: isMaker ? "flex" : "none" }}
        border="1.5px solid"
        borderColor="ink"
        borderRadius="22px"
        overflow="hidden"
      >
        {(["in", "cm"] as const).map((each) => (
          <Button
            key={each}
            aria-pressed={system === each}
            variant={system === each ? "solid" : "ghost"}
            textDecoration="none"
            borderRadius="0"
            minHeight="40px"
            height="40px"
            minWidth="48px"
            paddingInline="10px"
            onClick={() => system !== each && void sendCommand("set-shop", { lengthSystem: each }, { quiet: true })}
          >
            {each}
          </Button>
        ))}
      </Flex>
      <Button variant="ghost" textDecoration="none" onClick={turn} aria-pressed={evening} aria-label={evening ? t`day` : t`evening`}>
        {evening ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}{" "}
        <Box as="span" display={{ base: "none", md: "inline" }}>
          {evening ? t`day` : t`evening`}
        </Box>
      </Button>
      <Text color="softInk" display={{ base: "none", md: "block" }}>
        {outlook ? `${printDay(outlook.today)}, ${printTime(outlook.minute)}` : ""}
      </Text>
    </Flex>
  );
});

/** How many things in a view ask for attention, and how badly. */
function calls(outlook: Outlook | null, planned: PlannedSeason | null): Readonly<Record<string, { count: number; bad: boolean }>> {
  if (!outlook) return {};
  const late = outlook.open.filter((view) => rowOf(view, planned).safety === "cannot").length;
  const post = outlook.open.filter((view) => view.stage === "to post" && view.readyBy <= outlook.today).length;
  return {
    season: { count: late, bad: true },
    finish: { count: outlook.open.filter((view) => view.stage === "to inspect" || view.stage === "to assemble").length, bad: false },
    dispatch: { count: post, bad: true },
    stores: { count: outlook.stock.filter(({ outlook: stock }) => stock.runsOut !== null).length, bad: false },
  };
}

const Tabs = memo(function Tabs({ outlook }: { outlook: Outlook | null }) {
  const called = calls(outlook, usePlanned());
  const role = useRole();
  const { pathname } = useLocation();
  const strip = useRef<HTMLDivElement>(null);
  // On a phone the tabs run past the edge: the chosen one is brought into sight, and nothing but the strip moves.
  useEffect(() => {
    // Measured once the page is laid out anyway: a page that is laid out for it is laid out twice.
    const frame = requestAnimationFrame(() => {
      const chosen = strip.current?.querySelector<HTMLElement>("[aria-current=page]");
      if (!strip.current || !chosen) return;
      strip.current.scrollLeft = chosen.offsetLeft - (strip.current.clientWidth - chosen.offsetWidth) / 2;
    });
    return () => cancelAnimationFrame(frame);
  }, [pathname]);
  return (
    <Flex
      ref={strip}
      as="nav"
      aria-label={t`Views`}
      direction={{ base: "row", lg: "column" }}
      overflowX="auto"
      width={{ lg: "124px" }}
      flex="none"
      position="relative"
      paddingTop={{ base: 0, lg: "8px" }}
      css={{ scrollbarWidth: "none" }}
    >
      {VIEWS.filter(({ path }) => mayOpen(role, path)).map((view) => {
        const call = called[view.path];
        return (
          <NavLink key={view.path} to={`/${view.path}`} style={{ textDecoration: "none", flex: "none" }}>
            {({ isActive }) => (
              <Flex
                minHeight="44px"
                align="center"
                paddingInlineStart={{ base: "12px", lg: "20px" }}
                paddingInlineEnd="8px"
                gap="8px"
                justify="space-between"
                bg={isActive ? "paper" : "transparent"}
                fontWeight={isActive ? 700 : 500}
                color={isActive ? "ink" : "softInk"}
                borderStartStartRadius="10px"
                borderStartEndRadius={{ base: "10px", lg: 0 }}
                borderEndStartRadius={{ base: 0, lg: "10px" }}
                marginInlineEnd={{ lg: isActive ? "-1px" : 0 }}
                position="relative"
                zIndex={1}
              >
                <span>{view.label()}</span>
                {call && call.count > 0 && (
                  <Box
                    as="span"
                    minWidth="22px"
                    height="22px"
                    borderRadius={call.bad ? "4px" : "11px"}
                    bg={call.bad ? "cannot" : "tight"}
                    color="paper"
                    fontSize="14px"
                    fontWeight={700}
                    textAlign="center"
                    lineHeight="22px"
                    paddingX="4px"
                  >
                    <span aria-hidden>{call.count}</span>
                    <VisuallyHidden>{t`, ${String(call.count)} to see to`}</VisuallyHidden>
                  </Box>
                )}
              </Flex>
            )}
          </NavLink>
        );
      })}
    </Flex>
  );
});

const keysSaid = (): string => t`Keys: 1 to 9 for the views, +, − and arrows on the ribbon, u to undo, Space for Done on the bench.`;

/** Keys: 1 to 9 for the views, u to take the last thing back, ? for all of them. Not while something is being written. */
function useShellKeys(): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const last = useAppSelector((state) => [...state.outbox.notices].reverse().find((notice) => notice.undo !== null)?.undo ?? null);
  const help = (): void => void dispatch(noticeAdded({ id: "keys", lines: [keysSaid()], undo: null, bad: false }));
  useKeys({
    ...Object.fromEntries(VIEWS.map((view) => [view.key, () => void navigate(`/${view.path}`)])),
    u: () => last !== null && void undo(last),
    "?": help,
    "Shift+?": help,
  });
}
