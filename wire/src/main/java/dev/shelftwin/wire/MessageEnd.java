package dev.shelftwin.wire;

import com.google.protobuf.InvalidProtocolBufferException;
import com.google.protobuf.Message;
import com.google.protobuf.MessageLite;
import com.google.protobuf.util.JsonFormat;
import dev.shelftwin.trial.End;
import dev.shelftwin.trial.EndRefusal;
import java.util.Map;

/**
 * Writes messages in the binary form of Protocol Buffers and reads them again; after that in their
 * JSON form, where the users' class path has what writes it.
 */
public final class MessageEnd implements End {

  private static final String JSON = "com.google.protobuf.util.JsonFormat";

  private final boolean hasJson;

  /** An end with the library of the users' class path. */
  public MessageEnd() {
    this.hasJson = isThere(JSON);
  }

  private static boolean isThere(String name) {
    try {
      Class.forName(name, false, MessageEnd.class.getClassLoader());
      return true;
    } catch (ClassNotFoundException missing) {
      return false;
    }
  }

  @Override
  public String name() {
    return "wire";
  }

  @Override
  public Passage pass(Object object) {
    MessageLite message = (MessageLite) object;
    try {
      MessageLite read = message.getParserForType().parseFrom(message.toByteArray());
      return hasJson && read instanceof Message whole
          ? Json.passage(whole)
          : new Passage(read, Map.of(), "");
    } catch (InvalidProtocolBufferException | IllegalArgumentException refused) {
      throw new EndRefusal("", String.valueOf(refused.getMessage()), refused);
    }
  }

  @Override
  public void close() {
    // Holds nothing.
  }

  /** The JSON form; a class of its own, as not everybody has the library. */
  private static final class Json {

    private Json() {}

    static Passage passage(Message message) throws InvalidProtocolBufferException {
      String json = JsonFormat.printer().print(message);
      Message.Builder read = message.newBuilderForType();
      JsonFormat.parser().merge(json, read);
      return new Passage(read.build(), Map.of(), json);
    }
  }
}
