import { lazyView } from "../controls/lazyView";
import { Suspense, useEffect } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router-dom";
import { Failure, NotHere, Waiting } from "../controls/states";
import { mannerKey } from "../format/manner";
import { useGarage } from "../stores/garage";
import { Header } from "./Header";
import { Notices } from "./Notices";
import { OnceShown } from "./OnceShown";
import { RoomBoundary } from "./RoomBoundary";
import { roomAt, ROOMS } from "./rooms";
import "./shell.scss";
import "./forced.scss";
import "./print.scss";
import "../controls/parts.scss";

/** The screen of each room, fetched once it is entered. */
const SCREENS = ROOMS.map((room) =>
  room.about === "the household"
    ? { ...room, Screen: lazyView(room.load) }
    : { ...room, Screen: lazyView(room.load) },
);
/** The room one comes to, before its household is there: drawn at once then. */
SCREENS.find(({ at }) => at === roomAt(window.location.pathname)?.at)?.Screen.fetchNow();
/** Where one starts who has no household yet, whatever the address. */
const BeginScreen = lazyView(() => import("../rooms/begin/BeginScreen"));

/** The shell: header with the rooms in working order, and the room in view. */
export function App({ onceShown }: { onceShown(): void }) {
  const { garage, failure, loaded, load } = useGarage();
  useEffect(() => void load(), [load]);
  return (
    <BrowserRouter>
      <a className="skip" href="#room">
        Skip to the room
      </a>
      <Header />
      <main id="room" tabIndex={-1}>
        <RoomBoundary>
          {failure ? (
            <Failure message={failure} retry={() => void load()} />
          ) : !garage ? (
            loaded ? (
              <Suspense fallback={<Waiting what="the beginning" />}>
                <BeginScreen />
                <OnceShown then={onceShown} />
              </Suspense>
            ) : (
              <Waiting what="your garage" />
            )
          ) : (
            <Suspense fallback={<Waiting what="the room" />}>
              <Routes key={mannerKey(garage.household.spec)}>
                <Route path="/" element={<Navigate to="/path" replace />} />
                {SCREENS.map((room) => (
                  <Route
                    key={room.at}
                    path={room.at + (room.part ?? "")}
                    element={
                      room.about === "the household" ? (
                        <room.Screen key={garage.household.id} garage={garage} />
                      ) : (
                        <room.Screen />
                      )
                    }
                  />
                ))}
                <Route path="*" element={<NotHere />} />
              </Routes>
              <OnceShown then={onceShown} />
            </Suspense>
          )}
        </RoomBoundary>
      </main>
      <Notices />
    </BrowserRouter>
  );
}
