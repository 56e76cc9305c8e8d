package firmtally.server.platform.doors;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpFilter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.web.util.UriUtils;

/**
 * Lets a message in once it has arrived whole. No thread waits for a sender: what comes slowly
 * costs a little memory until its time is over. What is too large is let run out, so that its
 * sender can read why it is refused, but is not kept. All messages together have room for {@value
 * #MOST_AT_ONCE} bytes, those of strangers for a part of it.
 */
final class BodyGate extends HttpFilter {
  private static final String READ = BodyGate.class.getName() + ".read";

  /** It was answered here, or nobody is there any more: no page of errors is wanted. */
  private static final String OVER = BodyGate.class.getName() + ".over";

  private static final long MOST_AT_ONCE = 96L * 1024 * 1024;
  private static final long MOST_OF_STRANGERS = 8L * 1024 * 1024;

  /** So much of what is refused is still read, for its sender's sake. */
  private static final long MOST_DRAINED = 64L * 1024 * 1024;

  private static final int CHUNK = 8192;
  private final transient Doors doors;
  private final AtomicLong held = new AtomicLong();
  private final AtomicLong heldOfStrangers = new AtomicLong();

  BodyGate(Doors doors) {
    this.doors = doors;
  }

  @Override
  protected void doFilter(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws IOException, ServletException {
    if (request.getAttribute(OVER) != null) {
      return;
    }
    if (request.getDispatcherType() == DispatcherType.ASYNC) {
      byte[] body = (byte[]) request.getAttribute(READ);
      request.removeAttribute(READ);
      chain.doFilter(body == null ? request : new ReadRequest(request, body), response);
      return;
    }
    if (request.getDispatcherType() != DispatcherType.REQUEST) {
      chain.doFilter(request, response);
    } else if (!isReadable(request)) {
      refuse(request, response, Refusal.NOT_READABLE);
    } else if (!hasBody(request)) {
      Door door = doors.of(request);
      if (door.lets(request.getRemoteAddr())) {
        chain.doFilter(request, response);
      } else {
        Refusal.TOO_OFTEN.answer(response);
      }
    } else {
      Door door = doors.of(request);
      read(request, door, refusal(request, door));
    }
  }

  private void refuse(HttpServletRequest request, HttpServletResponse response, Refusal refusal)
      throws IOException {
    if (hasBody(request)) {
      read(request, doors.of(request), Optional.of(refusal));
    } else {
      refusal.answer(response);
    }
  }

  /** What can be said before anything is read. */
  private static Optional<Refusal> refusal(HttpServletRequest request, Door door) {
    if (!door.lets(request.getRemoteAddr())) {
      return Optional.of(Refusal.TOO_OFTEN);
    }
    if (request.getContentLengthLong() > door.mostBytes()) {
      return Optional.of(Refusal.tooLarge(door));
    }
    return isTaken(request) ? Optional.empty() : Optional.of(Refusal.NO_SUCH_KIND);
  }

  private static boolean isTaken(HttpServletRequest request) {
    String type =
        request.getContentType() == null ? "" : request.getContentType().toLowerCase(Locale.ROOT);
    return type.startsWith("application/json") || type.startsWith("application/octet-stream");
  }

  private static boolean hasBody(HttpServletRequest request) {
    return request.getContentLengthLong() > 0 || request.getHeader("Transfer-Encoding") != null;
  }

  /** Whether the query is UTF-8 text, so that nothing behind fails over it. */
  private static boolean isReadable(HttpServletRequest request) {
    if (request.getQueryString() == null) {
      return true;
    }
    Charset bytes = StandardCharsets.ISO_8859_1;
    try {
      byte[] decoded = UriUtils.decode(request.getQueryString(), bytes).getBytes(bytes);
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(decoded));
      return true;
    } catch (IllegalArgumentException | CharacterCodingException notText) {
      return false;
    }
  }

  private void read(HttpServletRequest request, Door door, Optional<Refusal> refused)
      throws IOException {
    AsyncContext async = request.startAsync();
    // The container looks for what is overdue once a second.
    async.setTimeout(door.within().toMillis());
    Reading reading = new Reading(request, async, door, refused);
    async.addListener(reading);
    request.getInputStream().setReadListener(reading);
  }

  /** One message on its way in. */
  private final class Reading implements ReadListener, AsyncListener {
    private final HttpServletRequest request;
    private final AsyncContext async;
    private final ServletInputStream in;
    private final Door door;
    private final boolean isStranger;
    private final AtomicBoolean over = new AtomicBoolean();
    private final byte[] chunk = new byte[CHUNK];
    private final ByteArrayOutputStream kept = new ByteArrayOutputStream();
    private long room;
    private long drained;
    private volatile Refusal refusal;

    Reading(HttpServletRequest request, AsyncContext async, Door door, Optional<Refusal> refused)
        throws IOException {
      this.request = request;
      this.async = async;
      this.in = request.getInputStream();
      this.door = door;
      this.isStranger = door.mostBytes() <= Doors.STRANGERS_BYTES;
      this.refusal = refused.orElse(null);
    }

    @Override
    public void onDataAvailable() throws IOException {
      while (!over.get() && in.isReady() && !in.isFinished()) {
        int got = in.read(chunk);
        if (got < 0) {
          return;
        }
        if (refusal == null) {
          take(got);
        }
        if (refusal != null) {
          drained += got;
          if (drained > MOST_DRAINED) {
            end();
            return;
          }
        }
      }
    }

    private void take(int got) {
      if (kept.size() + got > door.mostBytes()) {
        refuse(Refusal.tooLarge(door));
      } else if (!hasRoom(got)) {
        refuse(Refusal.TOO_BUSY);
      } else {
        kept.write(chunk, 0, got);
      }
    }

    private void refuse(Refusal why) {
      refusal = why;
      kept.reset();
      giveBack();
    }

    private boolean hasRoom(int more) {
      room += more;
      boolean fits = held.addAndGet(more) <= MOST_AT_ONCE;
      return isStranger ? heldOfStrangers.addAndGet(more) <= MOST_OF_STRANGERS && fits : fits;
    }

    private void giveBack() {
      held.addAndGet(-room);
      if (isStranger) {
        heldOfStrangers.addAndGet(-room);
      }
      room = 0;
    }

    @Override
    public void onAllDataRead() throws IOException {
      if (refusal != null) {
        end();
      } else if (over.compareAndSet(false, true)) {
        request.setAttribute(READ, kept.toByteArray());
        async.dispatch();
      }
    }

    /** Answers why it is refused, and reads no more of it. */
    private void end() throws IOException {
      if (over.compareAndSet(false, true)) {
        HttpServletResponse response = (HttpServletResponse) async.getResponse();
        request.setAttribute(OVER, Boolean.TRUE);
        if (!in.isFinished()) {
          response.setHeader("Connection", "close");
          Unread.leave(request);
        }
        try {
          refusal.answer(response);
        } finally {
          async.complete();
        }
      }
    }

    @Override
    public void onTimeout(AsyncEvent event) throws IOException {
      if (refusal == null) {
        refuse(Refusal.TOO_SLOW);
      }
      end();
    }

    @Override
    public void onError(Throwable gone) {
      over.set(true);
      request.setAttribute(OVER, Boolean.TRUE);
    }

    @Override
    public void onComplete(AsyncEvent event) {
      giveBack();
    }

    @Override
    public void onError(AsyncEvent event) {
      // Its sender is gone. Left alone, the container would try to show them an error page.
      over.set(true);
      request.setAttribute(OVER, Boolean.TRUE);
      try {
        async.complete();
      } catch (IllegalStateException itWasAnswered) {
        // Then it is complete.
      }
    }

    @Override
    public void onStartAsync(AsyncEvent event) {
      // What stands behind goes on by itself.
    }
  }
}
