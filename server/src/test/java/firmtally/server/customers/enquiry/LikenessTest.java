package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.lenient;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mock;
import org.mockito.junit.jupiter.MockitoExtension;

@ExtendWith(MockitoExtension.class)
class LikenessTest {
  @Mock LikenessStore store;
  private Likeness likeness;

  @BeforeEach
  void everybodyIsReedFarmInSaltmere() {
    likeness = new Likeness(store);
    lenient()
        .when(store.get(org.mockito.ArgumentMatchers.any()))
        .thenAnswer(
            call -> {
              LikenessStore.Key key = call.getArgument(0);
              return new LikenessStore.Known(
                  key.record(),
                  key.id(),
                  "A-" + key.id(),
                  "Reed Farm",
                  "24103",
                  "Saltmere",
                  "Mara",
                  "customer");
            });
  }

  private List<Likeness.Like> find(
      String name, String email, String phone, String postal, String town) {
    return likeness.find(name, email, phone, postal, town, 0);
  }

  @ParameterizedTest
  @CsvSource({
    "Reed Farm, reed farm, true",
    "Reed Farm, Reed Farm GmbH, true",
    "The Reed Farm Ltd., Reed-Farm, true",
    "Mühlenhof, Muhlenhof, true",
    "Reed Farm, Rede Farm, true",
    "Reed Farm, Weir Mill, false",
    "Gatley Freight, Gatley Frieght, true",
    "Low Moor Brewery, High Moor Brewery, false"
  })
  void namesAreNearHoweverTheyAreWritten(String one, String other, boolean near) {
    assertThat(Likeness.isNear(one, other)).isEqualTo(near);
    assertThat(Likeness.isNear(other, one)).isEqualTo(near);
  }

  @Test
  void theSurestReasonStandsFirstAndOnce() {
    LikenessStore.Key same = new LikenessStore.Key("account", 1);
    when(store.byEmail("desk@reed.example")).thenReturn(List.of(same));
    when(store.byPhone("555 0100 22"))
        .thenReturn(List.of(new LikenessStore.Key("enquiry", 2), same));
    when(store.byWords("\"ree\"* OR \"far\"*"))
        .thenReturn(List.of(same, new LikenessStore.Key("account", 3)));
    assertThat(find("Reed Farm", "Desk@Reed.example ", "555 0100 22", "", ""))
        .extracting(Likeness.Like::id, Likeness.Like::why)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(1L, "same email address"),
            org.assertj.core.groups.Tuple.tuple(2L, "same phone number"),
            org.assertj.core.groups.Tuple.tuple(3L, "name nearly the same"));
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "-, -, 1",
        "24103, -, 1",
        "' 24103 ', Saltmere, 1",
        "24104, -, 0",
        "-, Oxbarrow, 0",
        "-, Saltmeer, 1"
      })
  void onlyAnotherPlaceSpeaksAgainstANearName(String postal, String town, int found) {
    when(store.byWords(anyString())).thenReturn(List.of(new LikenessStore.Key("account", 1)));
    assertThat(find("Reed Farm", "", "", postal == null ? "" : postal, town == null ? "" : town))
        .hasSize(found);
  }

  @Test
  void anEnquiryIsNotLikeItselfAndOnlyTheFirstSixAreNamed() {
    when(store.byEmail("a@b.example"))
        .thenReturn(
            LongStream.rangeClosed(1, 9)
                .mapToObj(id -> new LikenessStore.Key("enquiry", id))
                .toList());
    assertThat(likeness.find("", "a@b.example", "", "", "", 2))
        .extracting(Likeness.Like::id)
        .containsExactly(1L, 3L, 4L, 5L, 6L, 7L);
  }

  @Test
  void aNameOfTwoLettersIsNotLookedFor() {
    find("Re", "", "", "", "");
    verify(store, never()).byWords(anyString());
  }
}
