package firmtally.server.platform.web;

import firmtally.server.platform.database.Snapshots;
import org.springframework.core.MethodParameter;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;

/**
 * What every answer has in common: the version of a record is its ETag, and the snapshot that it
 * was read from is let go before it is written, so that a slow listener holds no connection.
 */
@ControllerAdvice
class Answers implements ResponseBodyAdvice<Object> {
  private final Snapshots snapshots;

  Answers(Snapshots snapshots) {
    this.snapshots = snapshots;
  }

  @Override
  public boolean supports(
      MethodParameter method, Class<? extends HttpMessageConverter<?>> converter) {
    return true;
  }

  @Override
  public Object beforeBodyWrite(
      Object body,
      MethodParameter method,
      MediaType type,
      Class<? extends HttpMessageConverter<?>> converter,
      ServerHttpRequest request,
      ServerHttpResponse response) {
    snapshots.end();
    if (body instanceof Versioned versioned) {
      response.getHeaders().setETag("\"" + versioned.version() + "\"");
    }
    return body;
  }
}
