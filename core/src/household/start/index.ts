export * from "./start";
export * from "./prices";
export { START_SETS, WALL_SOCKET, type StartWay } from "./sets";
export * from "./generic";
export * from "./regions";
export * from "./sockets";
export * from "./world";
export * from "./planned";
