package firmtally.formats.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class Camt053Test {
  private static final String BEGIN =
      "<?xml version='1.0'?><Document xmlns='urn:iso:std:iso:20022:tech:xsd:camt.053.001.02'>"
          + "<BkToCstmrStmt><Stmt><Id>1</Id>";
  private static final String END = "</Stmt></BkToCstmrStmt></Document>";
  private static final String ENTRY =
      "<Ntry><Amt Ccy='EUR'>119.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts>BOOK</Sts>"
          + "<BookgDt><Dt>2027-03-01</Dt></BookgDt><AcctSvcrRef>B-1</AcctSvcrRef>"
          + "<NtryDtls><TxDtls><RltdPties><Dbtr><Nm>Reed &amp; Co</Nm></Dbtr></RltdPties>"
          + "<RmtInf><Ustrd>I-1001</Ustrd><Ustrd>thanks</Ustrd>"
          + "<Strd><CdtrRefInf><Ref>RF18539007547034</Ref></CdtrRefInf></Strd></RmtInf>"
          + "</TxDtls></NtryDtls></Ntry>";

  private static BankStatement read(String entries) {
    return Camt053.read((BEGIN + entries + END).getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void anEntryIsReadWithItsPayerAndAllThatWasWritten() {
    assertThat(read(ENTRY).entries())
        .containsExactly(
            new BankStatement.Entry(
                LocalDate.of(2027, 3, 1),
                new BigDecimal("119.00"),
                "EUR",
                "Reed & Co",
                "I-1001 thanks RF18539007547034",
                "B-1"));
  }

  @Test
  void whatGoesOutAndWhatIsNotBookedYetIsLeftOut() {
    assertThat(read(ENTRY.replace("CRDT", "DBIT")).entries()).isEmpty();
    assertThat(read(ENTRY.replace("<Sts>BOOK</Sts>", "<Sts><Cd>PDNG</Cd></Sts>")).entries())
        .isEmpty();
  }

  @Test
  void severalPaymentsInOneEntryAreReadOneByOne() {
    String two =
        ENTRY.replace(
            "</TxDtls>",
            "<AmtDtls><TxAmt><Amt Ccy='EUR'>100.00</Amt></TxAmt></AmtDtls></TxDtls>"
                + "<TxDtls><AmtDtls><TxAmt><Amt Ccy='EUR'>19.00</Amt></TxAmt></AmtDtls></TxDtls>");
    assertThat(read(two).entries())
        .extracting(e -> e.amount() + " " + e.ref())
        .containsExactly("100.00 B-1-1", "19.00 B-1-2");
  }

  @Test
  void whatIsWrittenIsReadAgain() {
    BankStatement statement =
        new BankStatement(
            List.of(
                new BankStatement.Entry(
                    LocalDate.of(2027, 3, 1),
                    new BigDecimal("12.50"),
                    "EUR",
                    "Żywiec <Mill>",
                    "I-7 & more",
                    "X-1")));
    byte[] file = Camt053.write(statement, "1", "XX00");
    assertThat(Camt053.looksLike(file)).isTrue();
    assertThat(Camt053.read(file)).isEqualTo(statement);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "119.00 | 0.00 | The amount of entry 1 is not above 0.",
        "119.00 | much | The amount of entry 1 is no number.",
        "2027-03-01 | 2027-02-30 | The day of entry 1 is not valid.",
        "<Amt Ccy='EUR'>119.00</Amt> | '' | There is no Amt in entry 1.",
        "camt.053.001.02 | camt.054.001.02 | This is not a camt.053 statement."
      })
  void whatIsWrongIsSaid(String right, String wrong, String message) {
    byte[] file =
        (BEGIN + ENTRY + END)
            .replace(right, wrong == null ? "" : wrong)
            .getBytes(StandardCharsets.UTF_8);
    assertThatThrownBy(() -> Camt053.read(file))
        .isInstanceOf(BankStatement.NotValidException.class)
        .hasMessage(message);
  }

  @Test
  void nothingFromOutsideIsReadIn() {
    byte[] file =
        "<!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/hostname'>]><a>&x;</a>"
            .getBytes(StandardCharsets.UTF_8);
    assertThatThrownBy(() -> Camt053.read(file))
        .isInstanceOf(BankStatement.NotValidException.class)
        .hasMessageContaining("This is not valid XML");
    assertThat(Camt053.looksLike("date,amount".getBytes(StandardCharsets.UTF_8))).isFalse();
  }
}
