/* A Modbus TCP server that others wrote (libmodbus), with the registers of a file: lines of "address value". Prints its port; serves one client after another. */
#include <errno.h>
#include <modbus/modbus.h>
#include <netinet/in.h>
#include <stdio.h>
#include <stdlib.h>
#include <unistd.h>

int main(int argc, char **argv) {
  modbus_mapping_t *map = modbus_mapping_new(0, 0, 65536, 65536);
  FILE *file = argc == 2 ? fopen(argv[1], "r") : NULL;
  unsigned address, value;
  if (map == NULL || file == NULL) return 2;
  while (fscanf(file, "%u %u", &address, &value) == 2)
    if (address < 65536) map->tab_registers[address] = map->tab_input_registers[address] = (uint16_t)value;
  fclose(file);

  modbus_t *context = modbus_new_tcp("127.0.0.1", 0);
  int listening = modbus_tcp_listen(context, 1);
  struct sockaddr_in own;
  socklen_t length = sizeof own;
  if (listening < 0 || getsockname(listening, (struct sockaddr *)&own, &length) != 0) return 3;
  printf("%u\n", ntohs(own.sin_port));
  fflush(stdout);
  for (;;) {
    uint8_t query[MODBUS_TCP_MAX_ADU_LENGTH];
    if (modbus_tcp_accept(context, &listening) < 0) return 4;
    for (;;) {
      int received = modbus_receive(context, query);
      if (received < 0) break;
      if (received > 0 && modbus_reply(context, query, received, map) < 0) break;
    }
    modbus_close(context);
  }
}
