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

/**
 * Sentences of the contract about invoicing, charges, settlement, funnel, approval and movement at
 * their boundaries.
 */
class LaterKindsContractTest {
  private static Arguments asks(String asks, String... at) {
    return refused(
        "{'format':'firm-tally/invoicing/1','currency':'EUR','lines':["
            + "{'id':'a','quantity':'2','net':'10.00','taxPercent':'19'}],'asks':["
            + asks
            + "]}",
        at);
  }

  private static Arguments orderLine(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/invoicing/1','currency':'EUR','lines':[{'id':'a',"
            + fields
            + "}],'asks':[]}",
        at);
  }

  static Stream<Arguments> invoicings() {
    String part = "'part':{'lines':[{'line':'a','quantity':'1'}]}";
    return Stream.of(
        refused("{'format':'firm-tally/invoicing/1'}", "currency", "lines", "asks"),
        orderLine("'quantity':'0.001','net':'0','taxPercent':'100'"),
        orderLine("'quantity':'0','net':'0','taxPercent':'0'", "lines[0].quantity"),
        orderLine("'quantity':'1','net':'-0.01','taxPercent':'0'", "lines[0].net"),
        orderLine("'quantity':'1','net':'1','taxPercent':'100.0001'", "lines[0].taxPercent"),
        asks(""),
        asks("{'ref':'1','rest':true,'deduct':false}"),
        asks("{'ref':'1','rest':true,'deduct':null}", "asks[0].deduct"),
        asks("{'ref':'1','rest':null}", "asks[0].rest"),
        asks("{'ref':'1','rest':true},{'ref':'1'," + part + "}", "asks[1].ref"),
        asks("{'ref':'1','deposit':{'percent':'100'}}"),
        asks("{'ref':'1','deposit':{'percent':'100.0001'}}", "asks[0].deposit.percent"),
        asks("{'ref':'1','deposit':{'percent':'0'}}", "asks[0].deposit.percent"),
        asks("{'ref':'1','deposit':{'net':'10.00'}}"),
        asks("{'ref':'1','deposit':{'net':'10.01'}}", "asks[0].deposit"),
        asks("{'ref':'1','deposit':{'net':'0'}}", "asks[0].deposit.net"),
        asks("{'ref':'1','deposit':{'net':'1.001'}}", "asks[0].deposit.net"),
        asks("{'ref':'1','deposit':{'net':'1'},'deduct':false}"),
        asks("{'ref':'1','deposit':{'net':'1'},'deduct':true}", "asks[0].deduct"),
        asks(
            "{'ref':'1','deposit':[],'part':{}}",
            "asks[0]",
            "asks[0].deposit",
            "asks[0].part.lines"),
        asks("{'ref':'1','part':{'lines':[{'line':'a','quantity':'2'}]}}"),
        asks(
            "{'ref':'1','part':{'lines':[{'line':'a','quantity':'2.001'}]}}",
            "asks[0].part.lines[0].quantity"),
        asks(
            "{'ref':'1','part':{'lines':[{'line':'b','quantity':'1'}]}}",
            "asks[0].part.lines[0].line"),
        asks("{'ref':'1'," + part + "},{'ref':'2','credit':{'of':'1'}}"),
        asks(
            "{'ref':'1'," + part + "},{'ref':'2','credit':{'of':'1','lines':null}}",
            "asks[1].credit.lines"),
        asks("{'ref':'1','credit':{'of':'2'}},{'ref':'2'," + part + "}", "asks[0].credit.of"),
        // An earlier ask that has no name might be the one.
        asks("{" + part + "},{'ref':'2','credit':{'of':'1'}}", "asks[0].ref"),
        // One that does not say what it is is not judged by those that refer to it.
        asks(
            "{'ref':'1','rest':true,'credit':{'of':'0'}},{'ref':'2','credit':{'of':'1'}}",
            "asks[0]",
            "asks[0].credit.of"),
        // What comes after the first bad ask is not worked out; what comes before it is.
        asks(
            "{'ref':'1','rest':true},{'ref':'2','rest':true},{'ref':'3'}",
            "asks[1].rest",
            "asks[2]"),
        asks("{'ref':'1'},{'ref':'2','rest':true},{'ref':'3','rest':true}", "asks[0]"),
        asks("{'ref':'1','rest':true},{'ref':'2','rest':true,'x':1}", "asks[1].x"));
  }

  @ParameterizedTest
  @MethodSource("invoicings")
  void invoicing(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  private static Arguments agreement(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/charges/1','currency':'JPY','from':'2027-01-01','to':'2027-01-01','agreements':["
            + "{'ref':'V','start':'2027-01-01',"
            + fields
            + "}]}",
        at);
  }

  private static Arguments plan(String fields, String... at) {
    return agreement("'termMonths':12,'lines':[{'id':'a'," + fields + "}]", at);
  }

  static Stream<Arguments> charges() {
    return Stream.of(
        refused("{'format':'firm-tally/charges/1'}", "currency", "from", "to", "agreements"),
        agreement("'termMonths':1200,'lines':[]"),
        agreement("'termMonths':'1200.0','lines':[],'inAdvance':true,'endsOn':'2027-01-01'"),
        agreement("'termMonths':1201,'lines':[]", "agreements[0].termMonths"),
        agreement("'termMonths':0,'lines':[]", "agreements[0].termMonths"),
        agreement("'termMonths':1,'lines':[],'endsOn':'2026-12-31'", "agreements[0].endsOn"),
        agreement("'termMonths':1,'lines':[],'inAdvance':null", "agreements[0].inAdvance"),
        agreement("'termMonths':1", "agreements[0].lines"),
        plan("'charge':'0','everyMonths':12,'taxPercent':'0'"),
        plan("'charge':'1.0','everyMonths':'4','taxPercent':'100'"),
        plan("'charge':'1.5','everyMonths':12,'taxPercent':'0'", "agreements[0].lines[0].charge"),
        plan(
            "'charge':'1','everyMonths':24,'taxPercent':'0'", "agreements[0].lines[0].everyMonths"),
        plan("'charge':'1','everyMonths':5,'taxPercent':'0'", "agreements[0].lines[0].everyMonths"),
        plan(
            "'everyMonths':0",
            "agreements[0].lines[0].charge",
            "agreements[0].lines[0].everyMonths",
            "agreements[0].lines[0].taxPercent"));
  }

  @ParameterizedTest
  @MethodSource("charges")
  void charges(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  private static Arguments account(String items, String payments, String... at) {
    return refused(
        "{'format':'firm-tally/settlement/1','currency':'EUR','asOf':'2027-06-30','items':["
            + items
            + "],'payments':["
            + payments
            + "]}",
        at);
  }

  private static String item(String ref, String total, String more) {
    return "{'ref':'"
        + ref
        + "','on':'2027-06-30','due':'2027-06-30','total':'"
        + total
        + "'"
        + more
        + "}";
  }

  private static String payment(String on, String amount, String more) {
    return "{'ref':'P','on':'" + on + "','amount':'" + amount + "'" + more + "}";
  }

  static Stream<Arguments> settlements() {
    String invoice = item("I", "1.00", "");
    return Stream.of(
        refused("{'format':'firm-tally/settlement/1'}", "currency", "asOf", "items", "payments"),
        account("", ""),
        account(invoice, payment("2027-06-30", "0.01", ",'for':[]")),
        account(invoice, payment("2027-06-30", "0.01", ",'for':['I']")),
        account(invoice, payment("2027-07-01", "0", ""), "payments[0].on", "payments[0].amount"),
        account(invoice, payment("2027-06-30", "1", ",'for':null"), "payments[0].for"),
        account(invoice, payment("2027-06-30", "1", ",'for':['I','I']"), "payments[0].for[1]"),
        account(invoice + "," + item("C", "-0.01", ",'of':'I'"), ""),
        account(invoice + "," + item("C", "0", ",'of':'I'"), "", "items[1].total"),
        account(invoice + "," + item("C", "1", ",'of':'I'"), "", "items[1].of"),
        account(item("C", "-1", ",'of':'I'"), "", "items[0].of"),
        account(item("C", "-1", ",'of':''"), "", "items[0].of"),
        // An invoice whose ref could not be read might be the one.
        account(
            item("", "1", "") + "," + item("C", "-1", ",'of':'I'"),
            payment("2027-06-30", "1", ",'for':['I']"),
            "items[0].ref"),
        // What an item is cannot be said where its total could not be read.
        account(
            item("I", "x", "") + "," + item("C", "-1", ",'of':'I'"),
            payment("2027-06-30", "1", ",'for':['I','C']"),
            "items[0].total",
            "payments[0].for[1]"),
        account(
            "{'ref':'I','on':'2027-06-30','due':'2027-06-29','total':'1'}", "", "items[0].due"));
  }

  @ParameterizedTest
  @MethodSource("settlements")
  void settlement(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  private static Arguments funnel(String fields, String... at) {
    return refused(
        "{'format':'firm-tally/funnel/1','stages':[{'id':'a'},{'id':'b'}],'asOf':'2027-03-01',"
            + "'opportunities':[{'ref':'O',"
            + fields
            + "}]}",
        at);
  }

  static Stream<Arguments> funnels() {
    String move = "{'on':'2027-03-01','to':'a'}";
    return Stream.of(
        refused("{'format':'firm-tally/funnel/1'}", "stages", "asOf", "opportunities"),
        refused(
            "{'format':'firm-tally/funnel/1','stages':[],'asOf':'2027-03-01','opportunities':[]}"),
        refused(
            "{'format':'firm-tally/funnel/1','stages':[{'id':''}],'asOf':'2027-03-01','opportunities':["
                + "{'ref':'O','moves':["
                + move
                + "]}]}",
            "stages[0].id"),
        funnel("'moves':[" + move + "]"),
        funnel("'moves':[]", "opportunities[0].moves"),
        funnel("'moves':null", "opportunities[0].moves"),
        funnel("'moves':[" + move + "," + move + "]", "opportunities[0].moves[1].to"),
        funnel("'moves':[" + move + ",{'on':'2027-03-01','to':'b'}," + move + "]"),
        funnel(
            "'moves':[" + move + ",{'on':'2027-02-28','to':'c'}]",
            "opportunities[0].moves[1].on",
            "opportunities[0].moves[1].to"),
        funnel("'moves':[{'on':'2027-03-02','to':'a'}]", "opportunities[0].moves[0].on"),
        funnel("'moves':[" + move + "],'closed':{'on':'2027-03-01','won':false}"),
        funnel(
            "'moves':[" + move + "],'closed':{'on':'2027-02-28','won':0}",
            "opportunities[0].closed.on",
            "opportunities[0].closed.won"),
        funnel("'moves':[" + move + "],'closed':null", "opportunities[0].closed"));
  }

  @ParameterizedTest
  @MethodSource("funnels")
  void funnel(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  private static Arguments movement(String before, String after, String... at) {
    return refused(
        "{'format':'firm-tally/movement/1','currency':'EUR','period':{'from':'2027-04-01','to':'2027-04-01'},"
            + "'before':["
            + before
            + "],'after':["
            + after
            + "]}",
        at);
  }

  private static String state(String ref, String more) {
    return "{'ref':'" + ref + "','value':'1','percent':'50','close':'2027-04-01'" + more + "}";
  }

  static Stream<Arguments> movements() {
    return Stream.of(
        refused("{'format':'firm-tally/movement/1'}", "currency", "period", "before", "after"),
        refused(
            "{'format':'firm-tally/movement/1','currency':'EUR','period':{},'before':[],'after':[]}",
            "period.from",
            "period.to"),
        movement("", ""),
        movement(state("A", ""), state("A", ",'state':'paused'")),
        movement(state("A", ",'state':'open'"), state("A", ",'state':'open'"), "before[0].state"),
        movement(state("A", ""), state("A", ""), "after[0].state"),
        movement(state("A", ""), state("A", ",'state':'Won'"), "after[0].state"),
        movement(state("A", ""), "", "before[0].ref"),
        movement(state("A", ""), state("", ",'state':'won'"), "after[0].ref"),
        movement(
            "",
            state("A", ",'state':'won'") + "," + state("A", ",'state':'lost'"),
            "after[1].ref"));
  }

  @ParameterizedTest
  @MethodSource("movements")
  void movement(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  private static String sheet(String currency, String more) {
    return "{'currency':'"
        + currency
        + "','date':'2027-03-15','lines':[{'id':'1','inline':{'listPrice':'10','unitCost':'4','taxPercent':'19'},"
        + "'quantity':'1'}],'policy':{'asRole':'rep','levels':[{'role':'rep','discountPercent':'10'},"
        + "{'role':'boss','discountPercent':'100'}]}"
        + more
        + "}";
  }

  private static Arguments approval(String by, String approved, String now, String... at) {
    return refused(
        "{'format':'firm-tally/approval/1','by':'"
            + by
            + "','approved':"
            + approved
            + ",'now':"
            + now
            + "}",
        at);
  }

  static Stream<Arguments> approvals() {
    String euros = sheet("EUR", "");
    return Stream.of(
        refused("{'format':'firm-tally/approval/1'}", "by", "approved", "now"),
        approval("rep", euros, euros),
        approval("", euros, euros, "by"),
        approval("Rep", euros, euros, "by"),
        approval("rep", euros, sheet("USD", ""), "now.currency"),
        approval("rep", euros, sheet("EURO", ""), "now.currency"),
        approval("rep", sheet("EUR", ",'probability':'50','pricePolicy':'lowest'"), euros),
        approval("rep", sheet("EUR", ",'target':{}"), euros, "approved.target"),
        approval("rep", euros, sheet("EUR", ",'format':'firm-tally/worksheet/1'"), "now.format"),
        approval("rep", sheet("EUR", ",'documentDiscount':{'percent':'5'}"), euros),
        approval("rep", sheet("EUR", ",'documentDiscount':{'amount':'10.00'}"), euros),
        approval(
            "rep",
            sheet("EUR", ",'documentDiscount':{'amount':'10.01'}"),
            euros,
            "approved.documentDiscount.amount"),
        // A discount that is too large is only seen when there is no other problem.
        approval("other", sheet("EUR", ",'documentDiscount':{'amount':'10.01'}"), euros, "by"),
        approval(
            "rep", "{'currency':'EUR','date':'2027-03-15','lines':[]}", euros, "approved.policy"));
  }

  @ParameterizedTest
  @MethodSource("approvals")
  void approval(String document, TreeSet<String> at) {
    assertThat(problems(document)).isEqualTo(at);
  }

  @Test
  void percentsWrittenInTwoWaysAreOneGroup() {
    Json.Obj answer =
        ask(
            "{'format':'firm-tally/charges/1','currency':'EUR','from':'2027-01-01','to':'2027-01-01',"
                + "'agreements':[{'ref':'V','start':'2027-01-01','termMonths':1,'lines':["
                + "{'id':'a','charge':'1','everyMonths':1,'taxPercent':'19'},"
                + "{'id':'b','charge':'1','everyMonths':1,'taxPercent':'19.00'}]}]}");
    Json.Obj invoice = (Json.Obj) ((Json.Arr) answer.members().get("invoices")).items().get(0);
    assertThat(((Json.Arr) invoice.members().get("taxes")).items()).hasSize(1);
    assertThat(invoice.members().get("tax")).isEqualTo(new Json.Text("0.38"));
  }
}
