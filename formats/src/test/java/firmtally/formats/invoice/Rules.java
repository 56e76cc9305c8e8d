package firmtally.formats.invoice;

import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.result.ValidationResultList;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.peppol.PeppolValidation2026_05;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The rules of EN 16931 and Peppol, as others wrote them. */
public final class Rules {
  private static final ValidationExecutorSetRegistry<IValidationSourceXML> RULES = read();

  private Rules() {}

  private static ValidationExecutorSetRegistry<IValidationSourceXML> read() {
    ValidationExecutorSetRegistry<IValidationSourceXML> rules =
        new ValidationExecutorSetRegistry<>();
    EN16931Validation.initEN16931(rules);
    PeppolValidation2026_05.init(rules);
    return rules;
  }

  /** What a document breaks of a set of rules. */
  public static List<String> errors(DVRCoordinate of, byte[] xml) {
    ValidationResultList results =
        ValidationExecutionManager.executeValidation(
            IValidityDeterminator.createDefault(),
            RULES.getOfID(of),
            ValidationSourceXML.create(null, DOMReader.readXMLDOM(xml)),
            Locale.ENGLISH);
    List<String> errors = new ArrayList<>();
    results.forEach(
        result ->
            result
                .getErrorList()
                .getAllErrors()
                .forEach(error -> errors.add(error.getAsString(Locale.ENGLISH))));
    return errors;
  }
}
