// Phones of the home network: paired on this computer, let out again.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";

export const devicesQuery = queryOptions({
  queryKey: ["devices"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/devices", { signal })),
  staleTime: 0,
  retry: false,
});

export const pairingCode = () => unwrap(client.POST("/api/devices/code"));
export const nameDevice = (id: string, name: string) => unwrap(client.PUT("/api/devices/{device_id}", { params: { path: { device_id: id } }, body: { name } }));
export const revokeDevice = (id: string) => unwrap(client.DELETE("/api/devices/{device_id}", { params: { path: { device_id: id } } }));
