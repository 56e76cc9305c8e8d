package firmtally.server.importing;

import firmtally.server.access.Actor;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.importing.ImportKind.Before;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Takes away what an import added, and puts back what it changed, in parts. */
@Service
class ImportUndo {
  private static final int AT_A_TIME = 50;
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private final ImportStore store;
  private final OwnFieldService own;
  private final SearchIndex index;
  private final PhoneIndex phones;
  private final Events events;
  private final TransactionTemplate transaction;

  ImportUndo(
      ImportStore store,
      OwnFieldService own,
      SearchIndex index,
      PhoneIndex phones,
      Events events,
      TransactionTemplate transaction) {
    this.store = store;
    this.own = own;
    this.index = index;
    this.phones = phones;
    this.events = events;
    this.transaction = transaction;
  }

  /** Undoes some records of an import, the latest first. */
  void all(ImportKind<?> kind, ImportId id, List<ImportStore.Journal> rows, Actor by) {
    int step = kind.atOnce() ? Math.max(1, rows.size()) : AT_A_TIME;
    for (int at = 0; at < rows.size(); at += step) {
      List<ImportStore.Journal> some = rows.subList(at, Math.min(at + step, rows.size()));
      transaction.executeWithoutResult(s -> part(kind, id, some, by));
      ImportWriter.letOthersIn();
    }
  }

  private void part(ImportKind<?> kind, ImportId id, List<ImportStore.Journal> rows, Actor by) {
    List<RecordId> made =
        rows.stream()
            .filter(row -> row.before() == null)
            .map(ImportStore.Journal::recordId)
            .toList();
    if (!made.isEmpty()) {
      Runnable afterwards = kind.removing(made);
      store.remove(kind.record(), made, kind.removal());
      index.remove(kind.record(), made);
      phones.remove(kind.record(), made);
      afterwards.run();
    }
    List<ImportStore.Journal> changed = rows.stream().filter(row -> row.before() != null).toList();
    if (!changed.isEmpty()) {
      kind.restore(
          changed.stream().map(row -> new Before(row.recordId(), row.before())).toList(), by);
      changed.stream()
          .filter(row -> row.ownBefore() != null)
          .forEach(row -> restoreOwn(kind.record(), row, by));
    }
    store.forgetRows(id, rows.stream().map(ImportStore.Journal::recordId).toList());
    events.changed(kind.record(), new RecordId(0));
  }

  private void restoreOwn(String record, ImportStore.Journal row, Actor by) {
    RecordId id = row.recordId();
    Map<OwnFieldId, String> values = new HashMap<>();
    own.values(record, id).keySet().forEach(field -> values.put(field, ""));
    JSON.readValue(row.ownBefore(), new TypeReference<Map<Long, String>>() {})
        .forEach((field, text) -> values.put(new OwnFieldId(field), text));
    own.fill(record, id, values, by);
  }
}
