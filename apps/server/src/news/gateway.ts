import type { IncomingMessage } from 'node:http';
import {
  type OnGatewayConnection,
  type OnGatewayDisconnect,
  type OnGatewayInit,
  WebSocketGateway,
} from '@nestjs/websockets';
import {
  AUDIENCE_OF,
  type Audience,
  type NumberedNews,
  type ResumePoint,
  type Welcome,
} from '@gully/core/news';
import type { Namespace, Server, Socket } from 'socket.io';
import { isSameOrigin } from '../security/index.js';
import { NewsService } from './news.js';

interface ToPage {
  welcome: (welcome: Welcome) => void;
  news: (news: NumberedNews) => void;
}

const CONTROL_ROOM: Audience = 'control-room';

/** Brings news to open pages over socket.io. A page says where it left off; nothing else is taken from it. */
@WebSocketGateway({
  path: '/live',
  serveClient: false,
  maxHttpBufferSize: 10_000,
  allowRequest: (request: IncomingMessage, answer: (error: null, allowed: boolean) => void) => {
    answer(null, isSameOrigin(request.headers));
  },
})
export class NewsGateway implements OnGatewayInit, OnGatewayConnection, OnGatewayDisconnect {
  private pages = 0;

  constructor(private readonly news: NewsService) {}

  afterInit(server: Server<Record<string, never>, ToPage> | Namespace<Record<string, never>, ToPage>): void {
    this.news.subscribe((kind, tell) => {
      // Made ready for sending even when nobody is there, each would cost as much as with a page open.
      if (this.pages > 0) server.to(AUDIENCE_OF[kind]).emit('news', tell());
    });
  }

  handleConnection(page: Socket<Record<string, never>, ToPage>): void {
    this.pages += 1;
    // All that connect here are pages of the control room; in memory, joining is done at once.
    void page.join(CONTROL_ROOM);
    // Numbered news sent between these two lines cannot be: both run in one turn.
    page.emit('welcome', this.news.welcome(resumePoint(page.handshake.auth)));
  }

  handleDisconnect(): void {
    this.pages -= 1;
  }
}

function resumePoint(auth: Record<string, unknown>): ResumePoint | undefined {
  const { run, last } = auth;
  return typeof run === 'string' && Number.isSafeInteger(last) ? { run, last: last as number } : undefined;
}
