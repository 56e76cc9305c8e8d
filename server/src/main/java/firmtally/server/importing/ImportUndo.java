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
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Takes away what an import added, and puts back what it changed, in parts. */
@Service
class ImportUndo {
  private static final int AT_A_TIME = 50;
  private static final int NOTHING_LEFT = -1;
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

  /**
   * Undoes what the journal of an import still has, the latest first. Each part looks in its own
   * act what is in use: that stays, and so two that undo the same do nothing twice.
   *
   * @return how many records were undone
   */
  int all(ImportKind<?> kind, ImportId id, Actor by) {
    int most = kind.atOnce() ? Integer.MAX_VALUE : AT_A_TIME;
    int undone = 0;
    Integer part = transaction.execute(s -> part(kind, id, most, by));
    while (part != NOTHING_LEFT) {
      undone += part;
      ImportWriter.letOthersIn();
      part = transaction.execute(s -> part(kind, id, most, by));
    }
    return undone;
  }

  private int part(ImportKind<?> kind, ImportId id, int most, Actor by) {
    List<ImportStore.Journal> next = store.journal(id, most);
    if (next.isEmpty()) {
      return NOTHING_LEFT;
    }
    Set<RecordId> inUse =
        store
            .inUse(store.find(id).orElseThrow(), kind.about().record(), kind.removal(), next)
            .stream()
            .map(ImportStore.InUse::id)
            .collect(Collectors.toSet());
    List<ImportStore.Journal> rows =
        next.stream().filter(row -> !inUse.contains(row.recordId())).toList();
    undo(kind, rows, by);
    store.forgetRows(id, next.stream().map(ImportStore.Journal::recordId).toList());
    events.changed(kind.about().record(), new RecordId(0));
    return rows.size();
  }

  private void undo(ImportKind<?> kind, List<ImportStore.Journal> rows, Actor by) {
    List<RecordId> made =
        rows.stream()
            .filter(row -> row.before() == null)
            .map(ImportStore.Journal::recordId)
            .toList();
    if (!made.isEmpty()) {
      Runnable afterwards = kind.removing(made);
      store.remove(kind.about().record(), made, kind.removal());
      index.remove(kind.about().record(), made);
      phones.remove(kind.about().record(), made);
      afterwards.run();
    }
    List<ImportStore.Journal> changed = rows.stream().filter(row -> row.before() != null).toList();
    if (!changed.isEmpty()) {
      kind.restore(
          changed.stream().map(row -> new Before(row.recordId(), row.before())).toList(), by);
      changed.stream()
          .filter(row -> row.ownBefore() != null)
          .forEach(row -> restoreOwn(kind.about().record(), row, by));
    }
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
