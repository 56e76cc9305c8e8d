package firmtally.server.reporting.metrics;

import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.company.ownfield.OwnFieldSql;
import firmtally.server.platform.web.BadInput;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Own fields as what records are grouped by: those of an opportunity and of its account, and those
 * of an enquiry.
 */
@Component
public class OwnDimensions {
  private static final Map<String, String> YES_NO = Map.of("yes", "Yes", "no", "No");
  private final OwnFieldService fields;

  public OwnDimensions(OwnFieldService fields) {
    this.fields = fields;
  }

  /** What tables can be made of, with the own fields of its records. */
  public List<Subject> all() {
    return Subjects.all().stream().map(this::with).toList();
  }

  /** One by its name, with the own fields of its records. */
  public Subject of(String name) {
    return with(Subjects.of(name));
  }

  private Subject with(Subject subject) {
    Map<String, Dimension> dimensions = new LinkedHashMap<>(subject.dimensions());
    for (OwnField field : fields.all()) {
      idOf(subject, field.record()).ifPresent(id -> add(dimensions, field, id));
    }
    return new Subject(
        subject.name(),
        subject.title(),
        subject.from(),
        subject.beside(),
        subject.condition(),
        subject.readable(),
        subject.days(),
        dimensions,
        subject.measures(),
        subject.records());
  }

  /** The id of a record of a kind, as a subject speaks of it; empty where it does not. */
  private static Optional<String> idOf(Subject subject, String record) {
    if (subject.records().kind().equals(record)) {
      return Optional.of(subject.records().id());
    }
    boolean hasOpportunity = subject.beside() == OpportunityMetrics.BESIDE;
    return switch (record) {
      case "account" -> hasOpportunity ? Optional.of("o.account_id") : Optional.empty();
      case "opportunity" -> hasOpportunity ? Optional.of("o.id") : Optional.empty();
      default -> Optional.empty();
    };
  }

  private static void add(Map<String, Dimension> dimensions, OwnField field, String id) {
    String text = OwnFieldSql.text(field.id(), id);
    String title = field.record().equals("account") ? field.name() + " (account)" : field.name();
    switch (field.kind()) {
      case DATE -> {
        put(
            dimensions,
            Dimension.ofDay(field.key() + "-year", title + ", year", text, Dimension.Kind.YEAR));
        put(
            dimensions,
            Dimension.ofDay(field.key() + "-month", title + ", month", text, Dimension.Kind.MONTH));
      }
      case YES_NO -> put(dimensions, Dimension.of(field.key(), title, text).calling(YES_NO));
      default -> put(dimensions, Dimension.of(field.key(), title, text));
    }
  }

  private static void put(Map<String, Dimension> dimensions, Dimension dimension) {
    dimensions.put(dimension.name(), dimension);
  }

  /** What a list of opportunities is grouped by: one of the usual fields or an own one. */
  public Dimension ofList(String name) {
    if (!name.startsWith("own-")) {
      return OpportunityMetrics.dimension(name);
    }
    Dimension dimension = of("opportunities").dimensions().get(name);
    if (dimension == null) {
      throw BadInput.at("group", "A list is not grouped by " + name + ".");
    }
    return dimension;
  }
}
