import { lazy, Suspense, useEffect } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router-dom";
import { useGarage } from "../stores/garage";
import { Header } from "./Header";
import { Notices } from "./Notices";
import { Failure, Waiting } from "../controls/states";
import "./shell.scss";
import "./print.scss";
import "../controls/parts.scss";
import { mannerKey } from "../format/manner";

const PathScreen = lazy(() => import("../rooms/path/PathScreen"));
const LineupScreen = lazy(() => import("../rooms/lineup/LineupScreen"));
const MoneyScreen = lazy(() => import("../rooms/money/MoneyScreen"));
const BeginScreen = lazy(() => import("../rooms/begin/BeginScreen"));
const Households = lazy(() => import("../rooms/begin/Households"));
const WordsScreen = lazy(() => import("../rooms/words/WordsScreen"));
const GarageScreen = lazy(() => import("../rooms/garage/GarageScreen"));

/** The shell: header with the rooms in working order, and the room in view. */
export function App() {
  const { garage, failure, loaded, load } = useGarage();
  useEffect(() => void load(), [load]);
  return (
    <BrowserRouter>
      <a className="skip" href="#room">
        Skip to the room
      </a>
      <Header />
      <main id="room" tabIndex={-1}>
        {failure ? (
          <Failure message={failure} retry={() => void load()} />
        ) : !garage ? (
          loaded ? (
            <Suspense fallback={<Waiting what="the beginning" />}>
              <BeginScreen />
            </Suspense>
          ) : (
            <Waiting what="your garage" />
          )
        ) : (
          <Suspense fallback={<Waiting what="the room" />}>
            <Routes key={mannerKey(garage.household.spec)}>
              <Route path="/" element={<Navigate to="/path" replace />} />
              <Route path="/path" element={<PathScreen key={garage.household.id} garage={garage} />} />
              <Route path="/line-up" element={<LineupScreen key={garage.household.id} garage={garage} />} />
              <Route
                path="/money/:view?"
                element={<MoneyScreen key={garage.household.id} garage={garage} />}
              />
              <Route
                path="/garage/:kind?"
                element={<GarageScreen key={garage.household.id} garage={garage} />}
              />
              <Route path="/begin" element={<BeginScreen />} />
              <Route path="/words" element={<WordsScreen />} />
              <Route path="/households" element={<Households />} />
              <Route path="*" element={<Navigate to="/path" replace />} />
            </Routes>
          </Suspense>
        )}
      </main>
      <Notices />
    </BrowserRouter>
  );
}
