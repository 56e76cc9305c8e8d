package firmtally.formats.reckon;

import static firmtally.formats.reckon.Asked.ask;
import static firmtally.formats.reckon.Asked.problems;
import static firmtally.formats.reckon.Asked.refused;
import static org.assertj.core.api.Assertions.assertThat;

import firmtally.formats.json.Json;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sentences of the contract at their boundaries: what is refused, where, and what just passes. */
class ContractTest {
  private static final String WORKSHEET =
      "{'format':'firm-tally/worksheet/1','currency':'EUR','date':'2027-03-15',";
  private static final String PRODUCTS =
      "'products':[{'code':'A','family':'f','listPrice':'10','unitCost':'4','taxPercent':'19'}],";
  private static final String LINE = "{'id':'1','product':'A','quantity':'1'}";
  private static final String CREDIT =
      "{'format':'firm-tally/credit/1','currency':'EUR','asOf':'2027-03-15','stopped':false,'limits':[],"
          + "'openItems':[],'orders':[],'termsDays':30,'lateDays':0,'graceDays':0,'overdueAllowed':'0',";
  private static final String LEVELS =
      "'levels':[{'role':'rep','discountPercent':'10'},{'role':'boss','discountPercent':'100'}]";

  private static Arguments line(String fields, String... at) {
    return refused(WORKSHEET + PRODUCTS + "'lines':[{'id':'1'," + fields + "}]}", at);
  }

  private static Arguments rule(String fields, String... at) {
    return refused(
        WORKSHEET + PRODUCTS + "'priceRules':[{'id':'R'," + fields + "}],'lines':[" + LINE + "]}",
        at);
  }

  private static Arguments policy(String fields, String... at) {
    return refused(WORKSHEET + PRODUCTS + "'policy':{" + fields + "},'lines':[" + LINE + "]}", at);
  }

  private static Arguments sheet(String fields, String... at) {
    return refused(WORKSHEET + PRODUCTS + fields + ",'lines':[" + LINE + "]}", at);
  }

  private static Arguments credit(String fields, String... at) {
    return refused(CREDIT + fields + "}", at);
  }

  private static Arguments odds(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/odds/1','stages':[{'id':'s','percent':'10'}]," + fields + "}", at);
  }

  private static Arguments outlook(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/outlook/1','currency':'JPY','won':'0'," + fields + "}", at);
  }

  private static Arguments renewal(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/renewals/1','currency':'EUR','agreements':[{'ref':'R','start':'2027-01-01',"
            + fields
            + "}]}",
        at);
  }

  private static Arguments bridge(String fields, String... at) {
    return refused("{'format':'firm-tally/bridge/1','currency':'EUR'," + fields + "}", at);
  }

  private static Arguments variance(String before, String after, String... at) {
    return refused(
        "{'format':'firm-tally/variance/1','currency':'EUR','before':["
            + before
            + "],'after':["
            + after
            + "]}",
        at);
  }

  static Stream<Arguments> worksheets() {
    String twice = "{'family':'f','marginPercent':'1','role':'rep'}";
    return Stream.of(
        refused("{'format':'firm-tally/worksheet/1'}", "currency", "date", "lines"),
        refused(WORKSHEET + "'lines':null}", "lines"),
        refused(WORKSHEET + "'lines':[1,null]}", "lines[0]", "lines[1]"),
        refused(WORKSHEET + "'lines':[],'line':[]}", "line"),
        refused(WORKSHEET + "'date':'2027-03-16','lines':[]}", "date"),
        line("'quantity':'1'", "lines[0]"),
        line("'product':'A','inline':null,'quantity':'1'", "lines[0]", "lines[0].inline"),
        line("'product':'B','quantity':'1'", "lines[0].product"),
        line("'product':'','quantity':'1'", "lines[0].product"),
        line("'product':'A','quantity':'1','gift':true,'discountPercent':'0'", "lines[0]"),
        line(
            "'product':'A','quantity':'1','gift':'yes','unitPrice':'1'",
            "lines[0]",
            "lines[0].gift"),
        line("'product':'A','quantity':'1','gift':false,'unitPrice':'1'"),
        line(
            "'product':'A','quantity':'1','optional':true,'alternative':{'set':'a','chosen':true}",
            "lines[0]"),
        line(
            "'product':'A','quantity':'1','optional':false,'alternative':{'set':'a','chosen':true}"),
        line(
            "'product':'A','quantity':'1','alternative':{'set':'a','chosen':false}",
            "lines[0].alternative.chosen"),
        line(
            "'product':'A','quantity':'1','recurring':{'everyMonths':7,'termMonths':12}",
            "lines[0].recurring.termMonths"),
        line("'product':'A','quantity':'1','recurring':{'everyMonths':'3.0','termMonths':'12'}"),
        line(
            "'product':'A','quantity':'1','recurring':{'everyMonths':0,'termMonths':1201}",
            "lines[0].recurring.everyMonths",
            "lines[0].recurring.termMonths"),
        line("'product':'A','quantity':1.0", "lines[0].quantity"),
        line("'product':'A','quantity':1e0", "lines[0].quantity"),
        line("'product':'A','quantity':1"),
        sheet("'documentDiscount':{}", "documentDiscount"),
        sheet("'documentDiscount':{'percent':'1','amount':'1'}", "documentDiscount"),
        sheet("'documentDiscount':{'percent':'100.0001'}", "documentDiscount.percent"),
        sheet("'documentDiscount':{'amount':'10.00'}"),
        sheet("'documentDiscount':{'amount':'10.01'}", "documentDiscount.amount"),
        sheet("'documentDiscount':{'amount':'10.01'},'probability':'101'", "probability"),
        sheet("'documentDiscount':{'percent':'1'},'target':{'contract':'1'}", "target"),
        sheet("'documentDiscount':{'amount':'1'},'target':{'contract':'1'}"),
        sheet("'target':{'contract':'1','marginPercent':'1'}", "target"),
        sheet("'target':{'marginPercent':'100'}", "target.marginPercent"),
        sheet("'target':{'marginPercent':'99.9999'}"),
        sheet("'account':{'group':'g'}", "account.code"),
        sheet("'pricePolicy':'best'", "pricePolicy"),
        rule("'scope':'group','product':'A','price':'1'", "priceRules[0].for"),
        rule("'scope':'everyone','for':'x','product':'A','price':'1'", "priceRules[0].for"),
        rule("'scope':'everyone','product':'A','family':'f','price':'1'", "priceRules[0]"),
        rule("'scope':'everyone','product':'A'", "priceRules[0]"),
        rule("'scope':'everyone','product':'Z','price':'1'", "priceRules[0].product"),
        rule("'scope':'everyone','family':'nobody has it','price':'1'"),
        rule(
            "'scope':'everyone','product':'A','price':'1','from':'2027-01-02','to':'2027-01-01'",
            "priceRules[0].to"),
        rule("'scope':'everyone','product':'A','price':'1','from':'2027-01-01','to':'2027-01-01'"),
        rule("'scope':'everyone','product':'A','percentOff':'100','minQuantity':'0'"),
        rule(
            "'scope':'everyone','product':'A','percentOff':'100.0001','minQuantity':'-1'",
            "priceRules[0].percentOff",
            "priceRules[0].minQuantity"),
        policy("'asRole':'rep','levels':[]", "policy.levels"),
        policy("'asRole':'cook'," + LEVELS, "policy.asRole"),
        policy(
            "'asRole':'rep','levels':[{'role':'rep','discountPercent':'99.9999'}]",
            "policy.levels[0].discountPercent"),
        policy(
            "'asRole':'rep','familyFloors':[" + twice + "," + twice + "]," + LEVELS,
            "policy.familyFloors[1].family"),
        policy(
            "'asRole':'rep','documentFloor':{'marginPercent':'100','role':'cook'}," + LEVELS,
            "policy.documentFloor.marginPercent",
            "policy.documentFloor.role"),
        policy(
            "'asRole':'rep','valueOver':[{'amount':'1','role':'rep'},{'amount':'1.00','role':'boss'}],"
                + LEVELS,
            "policy.valueOver[1].amount"),
        policy(
            "'asRole':'rep','giftCost':{'amount':'-0.01','role':'rep'}," + LEVELS,
            "policy.giftCost.amount"),
        policy("'asRole':'rep','giftCost':{'amount':'-0.00','role':'rep'}," + LEVELS));
  }

  @ParameterizedTest
  @MethodSource("worksheets")
  void worksheet(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  static Stream<Arguments> others() {
    String watch = "'watchPercent':'20'";
    String plan = "'lines':[{'id':'a','quantity':'1','unitNet':'1','everyMonths':1}]";
    String stream = "{'account':'A','monthly':'1','from':'2027-01-01'";
    String one = "{'key':'k','quantity':'1','unitPrice':'1','final':'1'}";
    return Stream.of(
        credit(watch),
        credit("'watchPercent':'100.0001'", "watchPercent"),
        credit(watch + ",'document':{'total':'5','deposit':'5.00'}"),
        credit(watch + ",'document':{'total':'5','deposit':'5.01'}", "document.deposit"),
        credit(watch + ",'document':{'total':'5','deposit':'x'}", "document.deposit"),
        credit(watch + ",'document':null", "document"),
        credit(watch + ",'limits':[]", "limits"),
        odds("'closed':[]"),
        odds("'closed':[{'reached':'s','won':'true'}]", "closed[0].won"),
        odds("'closed':[{'reached':'t','won':true}]", "closed[0].reached"),
        odds("'closed':[],'pseudo':'0'"),
        odds("'closed':[],'pseudo':-1", "pseudo"),
        odds("'closed':[],'pseudo':'99999999999999999999999999'"),
        refused(
            "{'format':'firm-tally/odds/1','stages':[{'percent':'1'}],'closed':[{'reached':'x','won':true}]}",
            "stages[0].id"),
        outlook("'open':[]"),
        outlook("'open':[{'ref':'a','value':'1.0','percent':'50'}]"),
        outlook("'open':[{'ref':'a','value':'1.5','percent':'50'}]", "open[0].value"),
        outlook(
            "'open':[{'ref':'a','value':'1','percent':'-0.0001'}],'goal':null",
            "open[0].percent",
            "goal"),
        outlook(
            "'open':[{'ref':'a','value':'1','percent':'50'},{'ref':'a','value':'1','percent':'50'}]"),
        renewal("'termMonths':12," + plan),
        renewal(
            "'termMonths':0,'noticeMonths':-1," + plan,
            "agreements[0].termMonths",
            "agreements[0].noticeMonths"),
        renewal("'termMonths':1200,'noticeMonths':1200,'upliftPercent':'-100'," + plan),
        renewal(
            "'termMonths':1201,'noticeMonths':1201,'upliftPercent':'1000.0001'," + plan,
            "agreements[0].termMonths",
            "agreements[0].noticeMonths",
            "agreements[0].upliftPercent"),
        renewal(
            "'termMonths':12,'lines':[{'id':'a','quantity':'1','unitNet':'1','everyMonths':5}]",
            "agreements[0].lines[0].everyMonths"),
        bridge("'from':'2027-01','to':'2027-01','streams':[" + stream + "}]"),
        bridge("'from':'2027-02','to':'2027-01','streams':[]", "to"),
        bridge("'from':'2027-1','to':'2027-13','streams':[]", "from", "to"),
        bridge(
            "'from':'2027-01','to':'2027-01','streams':[" + stream + ",'to':'2026-12-31'}]",
            "streams[0].to"),
        bridge(
            "'from':'2027-01','to':'2027-01','streams':[" + stream + ",'to':'+2027-01-02'}]",
            "streams[0].to"),
        bridge(
            "'from':'2027-01','to':'2027-01','streams':[{'account':'A','monthly':'1','from':'-2027-01-01'}]",
            "streams[0].from"),
        variance(one, one),
        variance(one + "," + one, one, "before[1].key"),
        variance(
            "",
            "{'key':'k','quantity':'0','unitPrice':'-1','final':'-1'}",
            "after[0].quantity",
            "after[0].unitPrice",
            "after[0].final"));
  }

  @ParameterizedTest
  @MethodSource("others")
  void otherKinds(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'format':'firm-tally/worksheet/2','nonsense':1}",
        "{'currency':'EUR'}",
        "{'format':null}",
        "{'format':7}",
        "{'format':'firm-tally/odds/1','format':'firm-tally/odds/1','stages':1}"
      })
  void aFormatThatIsNoneIsReportedAlone(String document) {
    assertThat(problems(document)).containsExactly("format");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", " ", "[]", "7", "null", "{", "{'format':}", "{} {}", "{'a':1,}", "\u0000"})
  void whatIsNoObjectHasOneProblemAtNothing(String document) {
    assertThat(problems(document)).containsExactly("");
  }

  @Test
  void whatIsNoTextInUtf8IsNoJson() {
    byte[] bytes = {'{', '"', (byte) 0xff, (byte) 0xfe, '"', ':', '1', '}'};
    assertThat(GoldenTest.paths(GoldenTest.parse(Reckon.answer(bytes)))).containsExactly("");
  }

  @Test
  void everyProblemHasWords() {
    Json.Obj answer = ask("{'format':'firm-tally/credit/1','currency':'DEM','asOf':'2027-02-30'}");
    ((Json.Arr) answer.members().get("problems"))
        .items()
        .forEach(
            problem ->
                assertThat(((Json.Text) ((Json.Obj) problem).members().get("message")).value())
                    .hasSizeGreaterThan(10));
    assertThat(GoldenTest.paths(answer)).contains("currency", "asOf", "limits", "watchPercent");
  }

  @Test
  void withAnUnknownCurrencyDecimalsAreNotJudgedButSignsAre() {
    String document =
        "{'format':'firm-tally/outlook/1','currency':'DEM','won':'1.23456','open':["
            + "{'ref':'a','value':'-1','percent':'5'}]}";
    assertThat(problems(document)).containsExactly("currency", "open[0].value");
  }
}
