import net from 'node:net';

/**
 * A way to the server that can be cut like a cable: while it is cut, what was open is torn and nothing new gets through.
 * It can also be slow, and lose the answer of a request that has gone through.
 */
export class Cable {
  private readonly server: net.Server;
  private readonly sockets = new Set<net.Socket>();
  private cut_ = false;
  /** Milliseconds everything takes longer, each way. */
  delay = 0;
  port = 0;

  constructor(private readonly target: { host: string; port: number }) {
    this.server = net.createServer((near) => this.connect(near));
  }

  static async to(url: string): Promise<Cable> {
    const { hostname, port } = new URL(url);
    const cable = new Cable({ host: hostname, port: Number(port) });
    await new Promise<void>((resolve) => cable.server.listen(0, '127.0.0.1', resolve));
    cable.port = (cable.server.address() as net.AddressInfo).port;
    return cable;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  private connect(near: net.Socket): void {
    if (this.cut_) {
      near.destroy();
      return;
    }
    const far = net.connect(this.target);
    for (const socket of [near, far]) {
      this.sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('close', () => this.sockets.delete(socket));
    }
    const carry = (from: net.Socket, to: net.Socket) => {
      from.on('data', (bytes: Buffer) => {
        if (!this.delay) to.write(bytes);
        else setTimeout(() => !to.destroyed && to.write(bytes), this.delay);
      });
      from.on('close', () => to.destroy());
    };
    carry(near, far);
    carry(far, near);
  }

  cut(): void {
    this.cut_ = true;
    for (const socket of this.sockets) socket.destroy();
  }

  mend(): void {
    this.cut_ = false;
  }

  close(): void {
    this.cut();
    this.server.close();
  }
}
